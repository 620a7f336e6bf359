import type { Box, BoxProps } from '../state/work';
import { ConflictBox } from './ConflictBox';
import { Labelled } from './Labelled';
import { NumberBox } from './NumberBox';
import { OfferLine } from './OfferLine';
import { PassageBox } from './PassageBox';
import { PickBox } from './PickBox';
import { TakenBox } from './TakenBox';
import { TickBox } from './TickBox';
import { ToolBox } from './ToolBox';
import { TraceBox } from './TraceBox';

/** One reading, typed on the figure at the place where it is taken; with what is known of it already, while it is open. */
export function ReadingBox(props: BoxProps) {
  return (
    <div className="relative w-full">
      <Place {...props} />
      {props.box.open && <OfferLine {...props} />}
    </div>
  );
}

function Place({ box, doing }: BoxProps) {
  const live = box.slot.readings.filter((r) => !r.struck);
  if (live.length > 1) return <ConflictBox box={box} doing={doing} live={live} />;
  const { kind, need } = box.slot.slot;
  if (kind === 'tick') return <TickBox box={box} doing={doing} reading={live[0]} />;
  if (kind === 'sight') return <PassageBox box={box} doing={doing} reading={live[0]} />;
  if (kind === 'pick') return <PickBox box={box} doing={doing} reading={live[0]} />;
  if (live[0]) return <TakenBox box={box} doing={doing} reading={live[0]} />;
  if (box.waiting !== undefined) return <OnItsWay box={box} />;
  if (kind === 'tool' && need) return <ToolBox box={box} doing={doing} need={need} />;
  if (kind === 'trace') return <TraceBox box={box} doing={doing} />;
  return <NumberBox box={box} doing={doing} />;
}

/** Typed, and not answered for yet. */
function OnItsWay({ box }: { box: Box }) {
  return (
    <Labelled box={box}>
      <div className="flex h-[52px] items-center justify-end border-2 border-dashed border-line bg-field-deep px-3 font-read text-reading font-semibold text-line">
        {box.waiting}
      </div>
    </Labelled>
  );
}
