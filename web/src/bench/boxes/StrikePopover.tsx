import { clockTime } from '../../entry/clockTime';
import { Popover } from 'radix-ui';
import type { ReactNode } from 'react';
import type { ReadingState, StrikeReason } from '../../api/types';
import { Button } from '../../ui/Button';
import type { Doing } from '../state/work';

const reasons: [StrikeReason, string][] = [
  ['slip', 'A slip'],
  ['gauge-moved', 'The gauge moved'],
  ['wrong-place', 'Wrong place'],
];

// Made once: to make one takes longer than all else that is drawn of a reading.

/** Opens over a reading: who took it, with what, and the reasons to strike it. */
export function StrikePopover({
  reading,
  said,
  doing,
  children,
}: {
  reading: ReadingState;
  said: string;
  doing: Doing;
  children: ReactNode;
}) {
  return (
    <Popover.Root>
      <Popover.Trigger asChild>{children}</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="z-30 w-[300px] border-2 border-ink bg-white p-3 text-ink"
          sideOffset={6}
          collisionPadding={8}
        >
          <p className="text-base">
            <b>{said}</b>, by {reading.by.name}
            {reading.instrument ? `, ${reading.instrument.name}` : ''}, {clockTime(reading.doneAt)}
            {reading.oddConfirmed ? '. It looked odd and was kept.' : '.'} Cross it out because:
          </p>
          {reasons.map(([because, words]) => (
            <Popover.Close asChild key={because}>
              <Button className="mt-2 w-full" onClick={() => doing.strike(reading.id, because)}>
                {words}
              </Button>
            </Popover.Close>
          ))}
          <Popover.Close asChild>
            <Button first className="mt-2 w-full">
              Keep it
            </Button>
          </Popover.Close>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
