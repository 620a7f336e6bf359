import { RadioGroup } from 'radix-ui';
import { useState } from 'react';
import type { HandFound, StepState } from '../../api/types';
import type { Work } from '../state/work';

interface Props {
  step: StepState;
  bench: Work['bench'];
  /** Whether a lead asks: only a lead goes on with what was not checked at all. */
  lead: boolean;
  onDone: () => void;
}

const founds: readonly (readonly [HandFound, string, string])[] = [
  ['good', 'Good', 'bg-go text-white'],
  ['not-sure', 'Not sure', 'bg-page text-ink'],
  ['bad', 'Bad', 'bg-stop text-white'],
];

/** A step judged without its instrument, in two taps: how, and what was found. That is the decision, too. */
export function AnotherWay({ step, bench, lead, onDone }: Props) {
  const ways = step.handWays ?? [];
  const [how, setHow] = useState<string>();
  const [line, setLine] = useState('');
  const [missing, setMissing] = useState<string>();
  const other = how === 'other';
  const judge = (found: HandFound) => {
    if (found !== 'not-checked' && how === undefined) setMissing('Tap first how it was judged.');
    else if ((other || found === 'not-checked') && line.trim() === '')
      setMissing(found === 'not-checked' ? 'Say why it was not checked.' : 'Say how it was judged.');
    else {
      bench.send({ do: 'judge-by-hand', step: step.ref, how: how ?? '', found, line });
      onDone();
    }
  };
  return (
    <>
      <p className="mt-1 font-read text-base">
        Not measured; that stays in the record. A number takes its place at any time.
      </p>
      <RadioGroup.Root
        className="mt-2 grid grid-cols-2 gap-2"
        aria-label="How it was judged"
        value={how ?? ''}
        onValueChange={(way) => {
          setHow(way);
          setMissing(undefined);
        }}
      >
        {ways.map((way) => (
          <RadioGroup.Item
            key={way.id}
            value={way.id}
            // A radio of itself heeds only Space; here Enter takes, as everywhere.
            onKeyDown={(event) => event.key === 'Enter' && setHow(way.id)}
            className={`min-h-14 border-2 border-ink px-2 text-base leading-tight font-bold ${way.id === how ? 'bg-ink text-on-ink' : 'bg-page'}`}
          >
            {way.label}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
      <label className="mt-2 block text-base">
        {other ? 'How, in a few words' : 'In a few words, if it needs saying'}
        <input
          className="mt-1 block h-12 w-full border-2 border-ink bg-page px-2 font-read text-title"
          value={line}
          maxLength={200}
          onChange={(e) => {
            setLine(e.target.value);
            setMissing(undefined);
          }}
        />
      </label>
      {missing && (
        <p role="alert" className="mt-1 text-base font-semibold text-stop">
          {missing}
        </p>
      )}
      <div className="mt-3 grid grid-cols-3 gap-2" role="group" aria-label="What was found">
        {founds.map(([found, words, ink]) => (
          <button
            key={found}
            type="button"
            className={`h-16 border-2 border-ink text-title font-bold ${ink}`}
            onClick={() => judge(found)}
          >
            {words}
          </button>
        ))}
      </div>
      {lead && (
        <button
          type="button"
          className="mt-2 min-h-12 w-full text-base font-semibold underline"
          onClick={() => judge('not-checked')}
        >
          Not checked at all: go on as lead
        </button>
      )}
    </>
  );
}
