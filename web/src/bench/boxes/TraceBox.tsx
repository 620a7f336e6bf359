import { frame } from '../../ui/frame';
import { Labelled } from './Labelled';
import type { BoxProps } from '../state/work';

/** A trace that is waited for or is being recorded. */
export function TraceBox({ box, doing }: BoxProps) {
  const { recorder, off, open, disabled, slot } = box;
  const count = recorder?.trace.x.length ?? 0;
  const idle = off ? 'off its line' : open ? 'ready' : 'record it';
  const said = {
    running: `${count} points`,
    stopped: `${count} points, not kept`,
    'cut-off': `${count} points, cut off`,
    idle,
  }[recorder?.state ?? 'idle'];
  return (
    <Labelled box={box}>
      <button
        type="button"
        disabled={disabled}
        data-trace={recorder?.state ?? 'idle'}
        className={`flex h-[52px] w-full items-center justify-center px-2 text-base leading-tight font-semibold ${frame(open)}`}
        onClick={() => doing.open(slot.slot.key)}
      >
        {said}
        {recorder && recorder.missed > 0 ? `, ${recorder.missed} lost` : ''}
      </button>
    </Labelled>
  );
}
