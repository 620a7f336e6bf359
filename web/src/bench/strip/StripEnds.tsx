import { Fragment, useEffect, useMemo, useState } from 'react';
import { Panel } from '../../ui/Panel';
import { useKeys } from '../state/useKeys';
import { useSettings } from '../../entry/reader';
import type { Bench } from '../state/useBuild';

const keyWords: [string, string][] = [
  ['Enter', 'Takes the open reading, ticks, goes on'],
  ['Shift+Enter', 'Back to the place before'],
  ['Space, Page Down', 'Takes what the gauge in hand shows; Page Down for a foot pedal'],
  ['Alt+B', 'Big view, and back'],
  ['Alt+I', 'Photo'],
  ['Alt+N, Alt+P', 'Next step, previous step'],
  ['Alt+R', 'Rubs out your last reading'],
  ['Alt+A', 'Measures again: a new round'],
  ['Alt+T', 'Note'],
  ['Alt+D', 'Decides, where the call is yours'],
  ['Alt+W', 'Why'],
  ['Alt+U', 'Millimetres or inches'],
  ['?', 'These keys, outside a field'],
];

/** Puts the build down half done, in one tap. */
export function PutDown({
  bench,
  className = 'min-h-11 whitespace-nowrap underline',
}: {
  bench: Bench;
  className?: string;
}) {
  return (
    <button
      type="button"
      className={className}
      title="What is loose on the engine is kept, for whoever picks it up"
      onClick={() => bench.send({ do: 'put-down' })}
    >
      Put down
    </button>
  );
}

/** The right end of the strip: units, light, and who is at the bench. */
export function StripEnds({ bench }: { bench: Bench }) {
  const { reader, setUnits, setMe, dim, setDim, keys, setKeys, sounds, setSounds } = useSettings();
  const [keysShown, setKeysShown] = useState(false);
  const metric = reader.units === 'metric';
  useKeys(useMemo(() => ({ u: () => setUnits(metric ? 'inch' : 'metric') }), [metric, setUnits]));
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
      if (event.key === '?' && !typing) setKeysShown((shown) => !shown);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <div className="flex flex-col items-end justify-center gap-1 pr-4 text-base font-semibold max-md:pr-3">
      <div className="flex gap-3">
        {bench.view!.state.down == null && <PutDown bench={bench} />}
        <button
          type="button"
          className="min-h-11 whitespace-nowrap"
          onClick={() => setUnits(metric ? 'inch' : 'metric')}
        >
          {metric ? 'mm · N·m · °C' : 'in · lbf·ft · °F'}
          <span className="sr-only">{metric ? ', change to inches' : ', change to millimetres'}</span>
        </button>
      </div>
      <div className="flex items-center gap-3">
        <Panel
          title="Keys"
          open={keysShown}
          onOpenChange={setKeysShown}
          trigger={
            <button type="button" className="min-h-11">
              Keys
            </button>
          }
        >
          <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-base">
            {keyWords.map(([key, words]) => (
              <Fragment key={key}>
                <dt className="font-bold">{key}</dt>
                <dd>{words}</dd>
              </Fragment>
            ))}
          </dl>
          <button
            type="button"
            className="mt-3 h-16 w-full border-2 border-ink bg-page text-title font-bold"
            aria-pressed={!keys}
            onClick={() => setKeys(!keys)}
          >
            {keys ? 'Switch the Alt keys off' : 'Switch the Alt keys on'}
          </button>
          <button
            type="button"
            className="mt-3 h-16 w-full border-2 border-ink bg-page text-title font-bold"
            aria-pressed={!sounds}
            onClick={() => setSounds(!sounds)}
          >
            {sounds ? 'Switch the sounds off' : 'Switch the sounds on'}
          </button>
        </Panel>
        <button type="button" className="min-h-11" aria-pressed={dim} onClick={() => setDim(!dim)}>
          {dim ? 'Light' : 'Dim'}
        </button>
        <select
          className="min-h-11 max-w-[96px] bg-page max-md:max-w-[84px] font-bold"
          aria-label="At the bench"
          value={bench.me}
          onChange={(e) => setMe(e.target.value)}
        >
          {bench.shop?.people.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}, {p.role}
            </option>
          ))}
        </select>
      </div>
    </div>
  );
}
