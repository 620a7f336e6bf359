import { writeMm, writeQuantity } from '../../entry/wording';
import { Dimension } from '../kit/Dimension';
import { ForceBand } from '../kit/ForceBand';
import { Hatches } from '../kit/Hatches';
import { LimitScale } from '../kit/LimitScale';
import { ScaleBar } from '../kit/ScaleBar';
import { pressing as recorded, recordedAt } from '../kit/pressing';
import {
  liveValue,
  reach,
  type Place,
  type Point,
  type Drawn,
  type SceneInput,
  slotsOf,
  shownOn,
} from '../scene';
import { HalfDone } from './HalfDone';
import { Section } from './RockerSection';
import { StripPlot } from './StripPlot';
import { kitOf, numberOf, setOf } from './rockers';
import { trayOf } from './trayOf';

const order = ['out', 'body', 'first', 'inside', 'trunnion', 'second', 'float', 'clips'].map(
  (s) => `rocker-${s}`,
);

/** One rocker: the tray it lies in, its section as far as it is, and what is measured on it. */
export function rocker({ sheet, task, step, reader, live }: SceneInput): Drawn {
  const rockers = sheet.rockers;
  if (!rockers) return { title: step.title, places: {}, drawing: null };
  const { item } = step.ref;
  const kit = kitOf(rockers, task);
  const place = rockers.places.find((p) => `rocker-${p.number}` === item);
  const slots = slotsOf(step);
  const set = setOf(task);
  const { drawing, picks, bottom } = trayOf(rockers, task, item);
  const own = (figure: string) => shownOn(task, figure, item);
  // Clips that are in before the float is gauged are drawn where it is.
  const clipped = own('rocker-clips');
  const stage =
    step.figure === 'rocker-float' && clipped && task.steps.indexOf(clipped) < task.steps.indexOf(step)
      ? order.length - 1
      : order.indexOf(step.figure);
  const pressing = step.figure === 'rocker-first' || step.figure === 'rocker-second';
  // Where a side lies: as it was read, as the core expects it once it was pressed, or as it was started by hand.
  const depthOf = (figure: string, key: string): number | undefined => {
    const at = own(figure);
    if (!at || (stage <= order.indexOf(figure) && !slotsOf(at).some((x) => x.live))) return undefined;
    const pressed = slotsOf(at).some((x) => (x.slot.key === 'trace' || x.slot.key === 'peak') && x.live);
    const home = slotsOf(at).find((x) => x.slot.key === key)?.slot.expected ?? 0;
    return liveValue(at, key) ?? (pressed ? home : -kit.lengthMm);
  };
  const places: Record<string, Place> = {};
  const top = bottom + 36;
  const big: Point = [820, (top + 490) / 2];
  const s = Math.min(8, (470 - top) / rockers.body.outerMm, 300 / rockers.trunnion.lengthMm);
  const centre: Point = pressing ? [540, top + 74] : big;
  const scale = pressing ? Math.min(3.6, s) : s;
  const half: Point = [(rockers.trunnion.lengthMm / 2) * scale, (rockers.body.outerMm / 2) * scale];

  if (pressing) {
    places.feel = { at: [28, top + 66], width: 400 };
    const y = top + 176;
    const [a, b] = step.figure === 'rocker-first' ? ['trace', 'flush'] : ['trace', 'depth'];
    places[a] = { at: [106, y] };
    places.peak = { at: [278, y] };
    places[b] = {
      at: [452, top + 208],
      to: [
        centre[0] + (step.figure === 'rocker-first' ? -1 : 1) * (rockers.body.widthMm / 2) * scale,
        centre[1] - half[1] * 0.62,
      ],
      from: [452, top + 182],
    };
  } else if (step.figure === 'rocker-body') {
    const face = (sign: 1 | -1): number => big[0] + sign * (rockers.body.widthMm / 2) * s;
    const wall = (rockers.body.boreMm / 2) * s;
    places['bore-0'] = { at: [560, top + 30], to: [face(-1), big[1] - wall] };
    places['bore-90'] = { at: [560, top + 122], to: [face(-1), big[1] + wall] };
    places['bush-0'] = { at: [106, top + 122] };
    places['bush-90'] = { at: [278, top + 122] };
  } else if (step.figure === 'rocker-trunnion' && slots.some((x) => x.slot.key.startsWith('inside'))) {
    const wall = (kit.innerMm / 2) * s;
    places.turns = { at: [28, top + 42], width: 420 };
    places['inside-0'] = { at: [278, top + 148], to: [big[0] - half[0] * 0.62, big[1] - wall] };
    places['inside-90'] = { at: [278, top + 248], to: [big[0] - half[0] * 0.62, big[1] + wall] };
    places.trunnion = { at: [106, top + 248] };
  } else if (step.figure === 'rocker-float') {
    places.spacer = { at: [520, top + 170] };
    places.float = {
      at: [520, top + 60],
      to: [big[0] - (rockers.body.widthMm / 2) * s - 2, big[1] - (rockers.trunnion.diameterMm / 2) * s - 6],
    };
  } else {
    let y = step.figure === 'rocker-out' ? top + 14 : top - 6;
    for (const { slot } of slots) {
      // Needles are counted beside the clips: below there is no room.
      if (slot.key === 'needles') {
        places.needles = { at: [610, top + 52] };
        continue;
      }
      const tall = slot.kind === 'pick' ? 2 * reach(slot, 500)[0] : slot.kind === 'tick' ? 64 : 78;
      places[slot.key] =
        slot.kind === 'number' ? { at: [106, y + 26] } : { at: [28, y + tall / 2], width: 500 };
      y += tall + (step.figure === 'rocker-out' ? 8 : 14);
    }
  }

  const checks = step.now.call?.checks.filter((c) => c.dimension === 'length') ?? [];
  const measure = set?.measures.find((m) => m.step === step.ref.step);
  const force = pressing && recorded(step, live);
  const others = force
    ? rockers.places
        .filter((p) => `rocker-${p.number}` !== item)
        .flatMap((p) => {
          const trace = recordedAt(shownOn(task, step.figure, `rocker-${p.number}`));
          return trace ? [force.from(trace)] : [];
        })
    : [];
  return {
    title: `Rocker ${place?.number ?? ''}, ${place?.bank ?? ''} bank, ${place?.valve ?? ''}: its body cut along the trunnion`,
    picks,
    places: Object.fromEntries(
      Object.entries(places).filter(([key]) => slots.some((x) => x.slot.key === key)),
    ),
    ...(measure &&
      measure.median != null && {
        twin: measure.values.map(
          (v) =>
            [
              `${measure.words}, rocker ${numberOf(v.item)}`,
              writeQuantity(
                { value: v.value, dimension: measure.dimension, resolution: measure.resolution },
                reader,
              ),
            ] as const,
        ),
      }),
    drawing: (
      <>
        <Hatches />
        {drawing}
        <HalfDone set={set} here={item} at={[28, bottom + 20]} task={task} />
        <Section
          rockers={rockers}
          kit={kit}
          at={centre}
          s={scale}
          stage={stage}
          firstMm={depthOf('rocker-first', 'flush')}
          secondMm={depthOf('rocker-second', 'depth')}
        />
        {force && force.curve && (
          <ForceBand
            curve={force.curve}
            reader={reader}
            x={690}
            y={top + 8}
            width={330}
            height={measure && measure.values.length > 0 ? 150 : 240}
            trace={force.trace}
            others={others}
          />
        )}
        {pressing && measure && measure.values.length > 0 && (
          <StripPlot measure={measure} here={item} at={[660, 458]} width={366} reader={reader} />
        )}
        {step.figure === 'rocker-float' && (
          <Dimension
            from={[big[0] - (rockers.trunnion.betweenClipsMm / 2) * s, big[1] + half[1] - 4]}
            to={[big[0] + (rockers.trunnion.betweenClipsMm / 2) * s, big[1] + half[1] - 4]}
            words={`${writeMm(rockers.trunnion.betweenClipsMm, reader)} between the clips’ grooves`}
            below
          />
        )}
        {!pressing && checks.length > 0 && step.figure !== 'rocker-body' && (
          <LimitScale at={[40, top + 60]} width={370} checks={checks} reader={reader} />
        )}
        {!pressing && measure && measure.values.length > 0 && step.figure !== 'rocker-body' && (
          <StripPlot measure={measure} here={item} at={[40, 440]} width={370} reader={reader} />
        )}
        {!pressing && (
          <ScaleBar
            at={[step.figure === 'rocker-float' ? 500 : 930, 486]}
            px={5 * scale}
            words={writeMm(5, reader, 1)}
          />
        )}
      </>
    ),
  };
}
