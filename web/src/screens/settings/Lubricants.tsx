import { v7 as uuid } from 'uuid';
import { useState } from 'react';
import type { LimitSource, Lubricant } from '../../api/types';
import { Button } from '../../ui/Button';
import { Field, Wrong, notRead, unreadOf, useNumbers } from './Field';
import { useChange } from './useChange';

const sources = { manual: 'the maker’s sheet', measured: 'a trial of ours', house: 'a house rule' } as const;

/** What parts are pressed with here, and the friction that each gives. */
export function Lubricants({ all }: { all: readonly Lubricant[] }) {
  const [open, setOpen] = useState<string | null>(null);
  const numbers = useNumbers();
  return (
    <>
      <p className="max-w-[46em] font-read text-base">
        Offered where a balancer goes on, besides those that the engine’s own sheet names. How hard a part
        presses on follows from the friction, from its least to its most.
      </p>
      <ul className="mt-3 border-t-2 border-ink">
        {all.map((l) => (
          <li key={l.id} className="border-b border-rule">
            {open === l.id ? (
              <LubricantForm of={l} onClose={() => setOpen(null)} />
            ) : (
              <button
                type="button"
                className="flex min-h-14 w-full flex-wrap items-center gap-x-6 text-left"
                onClick={() => setOpen(l.id)}
              >
                <b className="w-56 text-title">{l.name}</b>
                <span className="font-read text-base">
                  friction {numbers.write(l.friction.low, 'number')} to{' '}
                  {numbers.write(l.friction.high, 'number')}
                </span>
                <span className="font-read text-base">
                  from {sources[l.friction.source as keyof typeof sources]}
                </span>
              </button>
            )}
          </li>
        ))}
      </ul>
      {open === '' ? (
        <LubricantForm of={null} onClose={() => setOpen(null)} />
      ) : (
        <Button className="mt-4" onClick={() => setOpen('')}>
          Another lubricant
        </Button>
      )}
    </>
  );
}

function LubricantForm({ of, onClose }: { of: Lubricant | null; onClose: () => void }) {
  const { change, said } = useChange();
  const numbers = useNumbers();
  const [name, setName] = useState(of?.name ?? '');
  const [low, setLow] = useState(numbers.write(of?.friction.low, 'number'));
  const [high, setHigh] = useState(numbers.write(of?.friction.high, 'number'));
  const [source, setSource] = useState<LimitSource>(of?.friction.source ?? 'manual');
  const [unread, setUnread] = useState<readonly string[]>([]);
  const wrong = (key: string) =>
    unread.includes(key) ? notRead : said[key]?.map((words) => `It ${words}.`).join(' ');
  const keep = async (off: boolean) => {
    const read = {
      'friction.low': numbers.read(low, 'number'),
      'friction.high': numbers.read(high, 'number'),
    };
    const lost = unreadOf(read);
    setUnread(lost);
    if (lost.length > 0) return;
    const kept = await change({
      off,
      lubricant: {
        id: of?.id ?? `lubricant-${uuid().slice(-8)}`,
        name,
        friction: {
          low: read['friction.low'] ?? null,
          high: read['friction.high'] ?? null,
          source,
        },
      },
    });
    if (kept) onClose();
  };
  return (
    <form
      className="my-2 flex flex-wrap gap-x-4 gap-y-3 border-2 border-ink bg-paper p-3"
      onSubmit={(e) => {
        e.preventDefault();
        void keep(false);
      }}
    >
      <Field label="As you call it" width="w-72" value={name} onChange={setName} wrong={wrong('name')} />
      <Field label="Friction, least" unit="" value={low} onChange={setLow} wrong={wrong('friction.low')} />
      <Field label="Friction, most" unit="" value={high} onChange={setHigh} wrong={wrong('friction.high')} />
      <label className="block text-base">
        <select
          className="block h-[52px] border-2 border-ink bg-white px-2 text-title font-semibold"
          value={source}
          onChange={(e) => setSource(e.target.value as LimitSource)}
        >
          {Object.entries(sources).map(([id, words]) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </select>
        Where that comes from
      </label>
      <div className="flex w-full flex-wrap gap-3">
        <Button first type="submit">
          Keep it
        </Button>
        <Button onClick={onClose}>Leave it as it was</Button>
        {of && <Button onClick={() => void keep(true)}>It is here no longer</Button>}
        {(said['by'] ?? said[''])?.map((words) => (
          <Wrong key={words}>{words}</Wrong>
        ))}
      </div>
    </form>
  );
}
