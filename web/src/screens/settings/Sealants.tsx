import { v7 as uuid } from 'uuid';
import { useState } from 'react';
import type { SealantSheet } from '../../api/types';
import { Button } from '../../ui/Button';
import { Field, Wrong, notRead, unreadOf, useNumbers } from './Field';
import { useChange } from './useChange';

const fields = [
  ['skinMinutes', 'Skin after', 'min'],
  ['openMinutes', 'Closed up within', 'min'],
  ['handleHours', 'Handled after', 'h'],
  ['cureHours', 'Oil after', 'h'],
] as const;

/** What joints are closed with here, and its clocks. */
export function Sealants({ all }: { all: readonly SealantSheet[] }) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <>
      <p className="max-w-[46em] font-read text-base">
        For engines whose sheet names none. Times are those of the product’s own sheet, at 23 °C; the clock
        reckons with the shop’s temperature.
      </p>
      <ul className="mt-3 border-t-2 border-ink">
        {all.map((s) => (
          <li key={s.id} className="border-b border-rule">
            {open === s.id ? (
              <SealantForm of={s} onClose={() => setOpen(null)} />
            ) : (
              <button
                type="button"
                className="flex min-h-14 w-full flex-wrap items-center gap-x-6 text-left"
                onClick={() => setOpen(s.id)}
              >
                <b className="w-56 text-title">{s.name}</b>
                {fields.map(([key, label, unit]) => (
                  <span key={key} className="font-read text-base">
                    {label.toLowerCase()} {s.product[key]} {unit}
                  </span>
                ))}
              </button>
            )}
          </li>
        ))}
      </ul>
      {open === '' ? (
        <SealantForm of={null} onClose={() => setOpen(null)} />
      ) : (
        <Button className="mt-4" onClick={() => setOpen('')}>
          Another sealant
        </Button>
      )}
    </>
  );
}

function SealantForm({ of, onClose }: { of: SealantSheet | null; onClose: () => void }) {
  const { change, said } = useChange();
  const numbers = useNumbers();
  const [name, setName] = useState(of?.name ?? '');
  const [factor, setFactor] = useState(of ? numbers.write((of.product.perCFactor - 1) * 100, 'number') : '3');
  const [times, setTimes] = useState(
    Object.fromEntries(fields.map(([key]) => [key, numbers.write(of?.product[key], 'number')])),
  );
  const [unread, setUnread] = useState<readonly string[]>([]);
  const wrong = (key: string) =>
    unread.includes(key) ? notRead : said[`product.${key}`]?.map((words) => `It ${words}.`).join(' ');
  const keep = async (off: boolean) => {
    const read = Object.fromEntries(
      Object.entries({ ...times, perCFactor: factor }).map(([key, text]) => [
        key,
        numbers.read(text, 'number'),
      ]),
    );
    const lost = unreadOf(read);
    setUnread(lost);
    if (lost.length > 0) return;
    const kept = await change({
      off,
      sealant: {
        id: of?.id ?? `sealant-${uuid().slice(-8)}`,
        name,
        source: 'house',
        product: {
          skinMinutes: read['skinMinutes'] ?? 0,
          openMinutes: read['openMinutes'] ?? 0,
          handleHours: read['handleHours'] ?? 0,
          cureHours: read['cureHours'] ?? 0,
          perCFactor: 1 + (read['perCFactor'] ?? 0) / 100,
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
      <Field
        label="As you call it"
        width="w-72"
        value={name}
        onChange={setName}
        wrong={said['name']?.map((words) => `It ${words}.`).join(' ')}
      />
      {fields.map(([key, label, unit]) => (
        <Field
          key={key}
          label={label}
          unit={unit}
          value={times[key] ?? ''}
          onChange={(text) => setTimes((was) => ({ ...was, [key]: text }))}
          wrong={wrong(key)}
        />
      ))}
      <Field
        label="Longer for each °C colder"
        unit="%"
        value={factor}
        onChange={setFactor}
        wrong={wrong('perCFactor')}
      />
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
