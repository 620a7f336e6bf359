import { scaleLinear } from 'd3-scale';
import type { EngineSheet, TaskState } from '../api/types';
import { clockIn, writeMm, writeNumber } from '../entry/wording';
import { Hatches, LimitScale, ScaleBar, Words } from './parts';
import {
  facedPoint,
  liveValue,
  onFaced,
  column,
  slotsOf,
  type Place,
  type Point,
  type Scene,
  type SceneInput,
} from './scene';
import { seen } from './housing';

type Seal = NonNullable<EngineSheet['frontSeal']>;

const sealOf = (sheet: EngineSheet, task: TaskState): Seal | undefined =>
  (task.ref.kind === 'front-seal' ? sheet.frontSeal : sheet.rear?.seal) ?? undefined;

/** Things to do at a seal, beside the seal in section: its case, its lip on the shaft, the side where the oil is. */
export function seal({ sheet, task, step, reader }: SceneInput): Scene {
  const part = sealOf(sheet, task);
  const slots = slotsOf(step).map((s) => s.slot);
  const placed = column(slots, 28, 92);
  if (!part) return { title: step.title, places: placed, drawing: null };
  const lip = task.choices.find((c) => c.id === 'lip')?.chosen ?? 'rubber';
  const half = (part.outerMm - part.shaftMm) / 2;
  const s = 150 / half;
  const [x, y] = [680, 150];
  const [w, h] = [Math.max(60, part.widthMm * s), half * s];
  const shaft = y + h;
  return {
    title: `${step.title}: the seal in section, outside at the left, oil at the right`,
    places: placed,
    choice: { left: 28, bottom: 12, width: 250 },
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2.5">
          <rect
            x={x - 90}
            y={y - 58}
            width={w + 220}
            height="56"
            fill="url(#cut)"
            stroke="var(--color-structure)"
          />
          <rect
            x={x - 90}
            y={shaft + 2}
            width={w + 220}
            height="60"
            fill="url(#cut-back)"
            stroke="var(--color-structure)"
          />
          {lip === 'rope' ? (
            <rect x={x} y={y} width={w} height={h} fill="url(#forbidden)" />
          ) : (
            <>
              <path
                d={`M${x + w} ${y + 8}V${y}H${x}V${y + h * 0.55}H${x + 10}V${y + 10}H${x + w}z`}
                fill="url(#cut)"
              />
              {lip === 'ptfe' ? (
                <path
                  d={`M${x + 10} ${y + h * 0.5}L${x + w * 0.35} ${shaft - 6}H${x + w + 26}`}
                  strokeWidth="6"
                />
              ) : (
                <>
                  <path
                    d={`M${x + 8} ${y + h * 0.5}L${x + w * 0.62} ${shaft}L${x + w * 0.82} ${y + h * 0.72}L${x + w * 0.5} ${y + h * 0.5}z`}
                    fill="var(--color-field-deep)"
                  />
                  <circle
                    cx={x + w * 0.72}
                    cy={y + h * 0.62}
                    r="8"
                    stroke="var(--color-mark)"
                    strokeWidth="4"
                  />
                </>
              )}
            </>
          )}
        </g>
        <Words at={[x - 84, y - 70]}>{step.ref.task.kind === 'front-seal' ? 'cover' : 'housing'}</Words>
        <Words at={[x - 84, shaft + 84]}>{`shaft ${writeMm(part.shaftMm, reader)}`}</Words>
        <Words at={[x - 84, y + h / 2]}>air</Words>
        <Words at={[x + w + 60, y + h / 2]} bold>
          oil
        </Words>
        <Words at={[x - 84, 452]}>
          {lip === 'ptfe'
            ? 'PTFE: dry, lip lies along the shaft towards the oil'
            : lip === 'rope'
              ? 'rope: soaked, rolled into its groove'
              : 'lip and spring towards the oil'}
        </Words>
        <ScaleBar at={[x - 84, 484]} px={2 * s} words={writeMm(2, reader, 1)} />
      </>
    ),
  };
}

const corners: Record<number, Point> = { 0: [430, 78], 90: [700, 256], 180: [430, 420], 270: [160, 256] };

/** Four depths (or gaps) round a part, the way it leans, the depths against what is wanted, and what each screw must turn. */
export function sealDepth({ sheet, task, step, reader }: SceneInput): Scene {
  const part = sealOf(sheet, task) ?? sheet.rear?.seal;
  const gap = step.figure === 'sleeve-gap';
  const slots = slotsOf(step);
  const round = slots.filter((s) => s.slot.angleDeg != null);
  const places: Record<string, Place> = {};
  const centre: Point = [430, 262];
  if (!part) return { title: step.title, places, drawing: null };
  const scale = 112 / (part.outerMm / 2);
  const measured = gap ? (part.shaftMm / 2) * scale : (part.outerMm / 2 - 3) * scale;
  slots.forEach(({ slot }) => {
    places[slot.key] =
      slot.angleDeg != null
        ? {
            at: corners[
              slot.angleDeg === 90 || slot.angleDeg === 270
                ? reader.view === 'front'
                  ? slot.angleDeg
                  : 360 - slot.angleDeg
                : slot.angleDeg
            ]!,
            to: onFaced(centre, measured, slot.angleDeg, { ...reader, up: 0 }),
          }
        : slot.kind === 'tick'
          ? { at: [24, 78], width: 310 }
          : { at: [150, 372] };
  });
  const straight = { ...reader, up: 0 };
  const found = step.now.answer?.calculator === 'squareness' ? step.now.answer : undefined;
  const checks = step.now.call?.checks ?? [];
  const tilt = checks.find((c) => c.name === 'tilt');
  const perMm = 70 / (tilt?.limit ?? 0.2);
  const lean = found?.deepestDeg != null ? Math.min(104, (found.tiltMm / 2) * perMm) : 0;
  const values = round.map((s) => liveValue(step, s.slot.key)).filter((v) => v !== undefined);
  const wanted = checks.filter((c) => c.name === 'depth');
  const y = scaleLinear(
    [
      Math.min(...values, ...wanted.map((c) => c.limit)) - 0.3,
      Math.max(...values, ...wanted.map((c) => c.limit)) + 0.3,
    ],
    [110, 300],
  );
  return {
    title: gap ? `The gap round the plate, ${seen(straight)}` : `Depth of the seal’s face, ${seen(straight)}`,
    places,
    ...(found && {
      twin: [
        ['Mean', writeMm(gap ? -found.meanDepthMm : found.meanDepthMm, reader)],
        ['Tilt', `${writeMm(found.tiltMm, reader)} ± ${writeMm(found.uncertaintyMm.tilt, reader)}`],
        [
          'Deepest towards',
          found.deepestDeg == null ? 'nowhere: it is level' : clockIn(found.deepestDeg, reader),
        ],
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <circle cx={centre[0]} cy={centre[1]} r={(part.outerMm / 2) * scale} strokeWidth="3" />
          <circle cx={centre[0]} cy={centre[1]} r={(part.shaftMm / 2) * scale} />
          <circle
            cx={centre[0]}
            cy={centre[1]}
            r={measured}
            stroke="var(--color-structure)"
            strokeDasharray="6 6"
          />
          {found?.turns.map((turn) => {
            const bolt = sheet.rear!.flange.places?.find((p) => p.id === turn.id);
            if (!bolt) return null;
            const [bx, by] = facedPoint(centre, scale, bolt, straight);
            return (
              <g key={turn.id}>
                <circle cx={bx} cy={by} r="15" fill="var(--color-field-deep)" />
                <Words at={[bx, by + 6]} anchor="middle" bold>
                  {turn.id}
                </Words>
              </g>
            );
          })}
          {found?.deepestDeg != null && lean > 3 && (
            <g stroke="var(--color-mark)" strokeWidth="4">
              <path
                d={`M${onFaced(centre, lean, found.deepestDeg + 180, straight).join(' ')}L${onFaced(centre, lean, found.deepestDeg, straight).join(' ')}`}
              />
              <circle
                cx={onFaced(centre, lean, found.deepestDeg, straight)[0]}
                cy={onFaced(centre, lean, found.deepestDeg, straight)[1]}
                r="9"
                fill="var(--color-mark)"
              />
            </g>
          )}
        </g>
        {found?.deepestDeg != null && lean > 3 && (
          <Words
            at={onFaced(centre, Math.max(26, lean * 0.5), found.deepestDeg + 62, straight)}
            tone="mark"
            bold
          >
            {gap ? 'closest' : 'deepest'}
          </Words>
        )}
        {found && (
          <>
            <ScaleBar at={[24, 484]} px={0.1 * perMm} words={`${writeMm(0.1, reader)} of tilt`} />
            <Words at={[806, 74]} size={22} bold>
              {`tilt ${writeMm(found.tiltMm, reader)}`}
            </Words>
            {!gap && wanted.length > 0 && (
              <g stroke="var(--color-line)" strokeWidth="2" fill="none">
                <rect x="812" y={y.range()[0]} width="60" height="190" />
                {wanted.map((c) =>
                  c.side === 'lower' ? (
                    <rect
                      key="low"
                      x="812"
                      y={110}
                      width="60"
                      height={Math.max(0, y(c.limit) - 110)}
                      fill="url(#forbidden)"
                    />
                  ) : (
                    <rect
                      key="high"
                      x="812"
                      y={y(c.limit)}
                      width="60"
                      height={Math.max(0, 300 - y(c.limit))}
                      fill="url(#forbidden)"
                    />
                  ),
                )}
                <path d={`M806 ${y(found.meanDepthMm)}h72`} stroke="var(--color-mark)" strokeWidth="5" />
                <Words at={[886, y(found.meanDepthMm) + 6]} tone="mark" bold>
                  {writeMm(found.meanDepthMm, reader)}
                </Words>
              </g>
            )}
            {gap && tilt && <LimitScale at={[806, 140]} width={210} checks={[tilt]} reader={reader} />}
            {found.passes.length > 0 && !step.passed && (
              <>
                <Words at={[806, 340]} bold>
                  next, a little each:
                </Words>
                {(found.passes[0] ?? []).slice(0, 4).map((t, i) => (
                  <Words key={t.id} at={[806, 368 + i * 27]} size={20}>
                    {`screw ${t.id}: ${writeNumber(t.turns, 0.05)} turn ${t.turns > 0 ? 'in' : 'out'}`}
                  </Words>
                ))}
                <Words at={[806, 486]}>{`${found.passes.length} passes in all`}</Words>
              </>
            )}
          </>
        )}
      </>
    ),
  };
}

const minutes = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / 60_000;

/** The sealant's clock as a band: when it has to be closed, may be handled, may see oil. */
export function sealant({ sheet, task, step }: SceneInput): Scene {
  const slots = slotsOf(step).map((s) => s.slot);
  const choosing = task.choices.some((c) => c.step === step.ref.step);
  const placed = column(slots, 28, 92);
  // The choices stand below; what is ticked stands beside the number.
  if (choosing)
    slots
      .filter((slot) => slot.kind === 'tick')
      .forEach((slot, i) => (placed[slot.key] = { at: [224, 92 + i * 76], width: 320 }));
  const clock = step.now.answer?.calculator === 'sealant-clock' ? step.now.answer : undefined;
  const chosen = sheet.sealants?.find((s) => s.id === task.choices.find((c) => c.id === 'sealant')?.chosen);
  const began = task.steps.find((s) => s.ref.step === 'sealant');
  const spread = began && slotsOf(began).find((s) => s.slot.key === 'spread')?.live?.doneAt;
  const marks =
    clock && spread
      ? [
          ['close up by', minutes(spread, clock.closeUpBy)],
          ['handle', minutes(spread, clock.handleAt)],
          ['oil', minutes(spread, clock.cureAt)],
        ]
      : chosen
        ? [
            ['close up by', chosen.product.openMinutes],
            ['handle', chosen.product.handleHours * 60],
            ['oil', chosen.product.cureHours * 60],
          ]
        : [];
  const said = (m: number) =>
    m < 100 ? `${writeNumber(m, 1)} min` : `${writeNumber(m / 60, m < 600 ? 0.5 : 1)} h`;
  const [left, wide, top] = choosing ? [560, 150, 200] : [60, 310, 290];
  const x = (i: number) => left + i * wide;
  return {
    title: chosen ? `${chosen.name}: its clock from the first of the bead` : 'A gasket: no clock runs',
    places: placed,
    choice: { left: 28, bottom: 12, width: 260 },
    drawing: (
      <>
        <Hatches />
        {marks.length > 0 && (
          <g fill="none" stroke="var(--color-line)" strokeWidth="2">
            <rect x={x(0)} y={top} width={3 * wide} height="56" />
            <rect x={x(0)} y={top} width={wide} height="56" fill="url(#cut)" />
            <rect x={x(1)} y={top} width={wide} height="56" fill="url(#forbidden)" />
            {marks.map(([words, at], i) => (
              <g key={words as string}>
                <path d={`M${x(i + 1)} ${top - 14}V${top + 70}`} strokeWidth="5" />
                <Words at={[x(i + 1), top + 98]} anchor="end" size={20} bold>
                  {words as string}
                </Words>
                <Words at={[x(i + 1), top + 124]} anchor="end" size={20} tone={i === 0 ? 'mark' : 'line'}>
                  {said(at as number)}
                </Words>
              </g>
            ))}
            <Words at={[x(0) + 8, top - 10]}>{spread ? 'bead begun' : 'bead'}</Words>
            <Words at={[x(0), top + 170]}>
              {clock && spread
                ? 'at the temperature of this joint'
                : 'at 23 °C, by the maker’s sheet; not to an even scale'}
            </Words>
          </g>
        )}
      </>
    ),
  };
}
