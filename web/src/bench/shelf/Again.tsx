import { RadioGroup } from 'radix-ui';
import { useState } from 'react';
import type { StepRef, StepState } from '../../api/types';
import { Words } from '../../ui/Panel';

/** Which of the steps is measured again, and why. */
export function Again({
  steps,
  onAgain,
}: {
  steps: readonly StepState[];
  onAgain: (at: StepRef, because: string) => void;
}) {
  const [at, setAt] = useState(0);
  const chosen = steps[Math.min(at, steps.length - 1)];
  if (!chosen) return null;
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
              className={`h-16 grow border-2 border-ink px-2 text-base font-bold ${s === chosen ? 'bg-ink text-on-ink' : 'bg-page'}`}
            >
              {s.title}
            </RadioGroup.Item>
          ))}
        </RadioGroup.Root>
      )}
      <Words
        ask={`What was moved or done since? Round ${chosen.round + 1} of “${chosen.title}” begins; round ${chosen.round} stays beside it.`}
        send={`Begin round ${chosen.round + 1}`}
        onSend={(because) => onAgain(chosen.ref, because)}
      />
    </>
  );
}
