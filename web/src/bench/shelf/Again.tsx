import { RadioGroup } from 'radix-ui';
import { useState } from 'react';
import type { AnotherPart, StepRef, StepState } from '../../api/types';
import { Words } from '../../ui/Panel';

const way = (on: boolean): string =>
  `h-16 grow border-2 border-ink px-2 text-base font-bold ${on ? 'bg-ink text-on-ink' : 'bg-page'}`;

/** Which of the steps is measured again, why, and with which part. */
export function Again({
  steps,
  onAgain,
}: {
  steps: readonly StepState[];
  onAgain: (at: StepRef, because: string, part?: AnotherPart) => void;
}) {
  const [at, setAt] = useState(0);
  const [part, setPart] = useState<AnotherPart>();
  const chosen = steps[Math.min(at, steps.length - 1)];
  if (!chosen) return null;
  const stopped = chosen.now.call?.verdict === 'stop';
  return (
    <>
      {steps.length > 1 && (
        <RadioGroup.Root
          className="mt-2 flex gap-2"
          aria-label="What to measure again"
          value={chosen.ref.step}
          onValueChange={(step) => setAt(steps.findIndex((s) => s.ref.step === step))}
        >
          {steps.map((s, i) => (
            <RadioGroup.Item
              key={s.ref.step}
              value={s.ref.step}
              // A radio of itself heeds only Space; here Enter takes, as everywhere.
              onKeyDown={(event) => event.key === 'Enter' && setAt(i)}
              className={way(s === chosen)}
            >
              {s.title}
            </RadioGroup.Item>
          ))}
        </RadioGroup.Root>
      )}
      <Words
        ask={`What was moved or done since? Round ${chosen.round + 1} of “${chosen.title}” begins; round ${chosen.round} stays beside it.`}
        send={`Begin round ${chosen.round + 1}`}
        lacks={part ? lacking(part, chosen) : undefined}
        onSend={(because) => onAgain(chosen.ref, because, part)}
      >
        {stopped && (
          <RadioGroup.Root
            className="mt-2 flex gap-2"
            aria-label="Which part goes on"
            value={part ? 'another' : 'same'}
            onValueChange={(which) => setPart(which === 'another' ? { mark: '', oldWent: '' } : undefined)}
          >
            <RadioGroup.Item value="same" className={way(!part)}>
              The same part
            </RadioGroup.Item>
            <RadioGroup.Item value="another" className={way(part !== undefined)}>
              Another part
            </RadioGroup.Item>
          </RadioGroup.Root>
        )}
        {part && (
          <>
            <Line
              label="Its mark, or a photo of it put to this step first"
              value={part.mark}
              length={80}
              onChange={(mark) => setPart({ ...part, mark })}
            />
            <Line
              label="Where the old one went"
              value={part.oldWent}
              length={200}
              onChange={(oldWent) => setPart({ ...part, oldWent })}
            />
          </>
        )}
      </Words>
    </>
  );
}

const lacking = (part: AnotherPart, step: StepState): string | undefined =>
  part.oldWent.trim() === ''
    ? 'Say where the old one went, so that nobody fits it again.'
    : part.mark.trim() === '' && step.photos.length === 0
      ? 'Say what the other part is told by, or put a photo of it to this step first.'
      : undefined;

function Line(props: { label: string; value: string; length: number; onChange: (value: string) => void }) {
  return (
    <label className="mt-2 block text-base">
      {props.label}
      <input
        className="mt-1 block h-12 w-full border-2 border-ink bg-page p-2 font-read text-base"
        value={props.value}
        maxLength={props.length}
        onChange={(e) => props.onChange(e.target.value)}
      />
    </label>
  );
}
