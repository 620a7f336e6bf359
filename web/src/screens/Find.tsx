import { useQuery } from '@tanstack/react-query';
import { useDeferredValue, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { api } from '../api/client';
import { CallMark, wordOf } from '../bench/call/CallMark';
import { useKeys } from '../bench/state/useKeys';
import { LatePanel as Panel } from '../ui/LatePanel';
import { useKeyboard } from '../ui/useKeyboard';

/** Finds a build, on the bench or off it. */
export function Find() {
  const [open, setOpen] = useState(false);
  useKeys(useMemo(() => ({ f: () => setOpen(true) }), []));
  return (
    <Panel
      title="Find a build"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button type="button" className="min-h-11 text-title font-semibold underline" title="Alt+F">
          Find
        </button>
      }
    >
      <Found />
    </Panel>
  );
}

function Found() {
  const input = useKeyboard<HTMLInputElement>('opened');
  const [words, setWords] = useState('');
  const asked = useDeferredValue(words.trim());
  const found = useQuery({
    queryKey: ['find', asked],
    queryFn: () => api.find(asked),
    enabled: asked !== '',
    placeholderData: (before) => before,
  });
  const lines = asked === '' ? [] : (found.data?.lines ?? []);
  const names = new Map(found.data?.strips.map((s) => [s.engine, s.name]));
  return (
    <>
      <label className="mt-2 block text-base">
        Number, name, owner, engine, part number, person or date
        <input
          ref={input}
          type="search"
          className="mt-1 block h-12 w-full border-2 border-ink bg-page px-2 font-read text-title"
          value={words}
          autoComplete="off"
          onChange={(e) => setWords(e.target.value)}
        />
      </label>
      <p className="mt-2 text-base" role="status">
        {asked === ''
          ? ''
          : found.isError
            ? 'No line to the record: nothing can be looked for.'
            : found.data && lines.length === 0
              ? 'No build has all of these words.'
              : ''}
      </p>
      <ul className="max-h-[50vh] overflow-y-auto">
        {lines.map((line) => (
          <li key={line.id} className="border-t border-rule">
            <Link to={`/builds/${line.id}`} className="flex min-h-14 items-center gap-3 py-1 text-base">
              <CallMark mark={line.standing} size={18} />
              <span className="grow leading-tight">
                <b className="text-title">{`${line.number} ${names.get(line.engine ?? '') ?? ''}`}</b>
                <span className="block">
                  {[line.name, line.owner, line.offBench ? 'off the bench' : wordOf(line.standing)]
                    .filter(Boolean)
                    .join(', ')}
                </span>
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </>
  );
}
