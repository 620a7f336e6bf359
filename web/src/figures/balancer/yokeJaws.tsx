import { clockText, writeMm, writeNumber } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { onCircle, type Point, type Drawn, type SceneInput, slotsOf } from '../scene';
import { jawsOf } from './Yoke';

/** Where the boxes stand for so many gaps, from 12 clockwise. */
const boxesFor: Readonly<Record<number, readonly Point[]>> = {
  2: [
    [170, 96],
    [650, 420],
  ],
  3: [
    [170, 96],
    [650, 420],
    [118, 420],
  ],
  4: [
    [170, 96],
    [650, 250],
    [650, 420],
    [118, 420],
  ],
  6: [
    [170, 96],
    [650, 96],
    [650, 250],
    [650, 420],
    [118, 420],
    [118, 258],
  ],
};

/** The yoke from the front: three gaps, and what each screw must turn. */
export function yoke({ sheet, step, reader }: SceneInput): Drawn {
  const prise = step.figure === 'prise';
  const holes = sheet.balancer!.puller ?? jawsOf(sheet);
  const centre: Point = [400, 268];
  const scale = 174 / (sheet.balancer!.hub.outerDiameterMm / 2);
  // The gaps are read where the hub's own holes are; before any is asked for, the holes are drawn.
  const asked = slotsOf(step).flatMap((x) => x.slot.angleDeg ?? []);
  const count = prise ? 3 : (sheet.balancer!.puller?.holes ?? 3);
  const degrees =
    asked.length > 0 ? asked : Array.from({ length: count }, (_, i) => Math.round((i * 360) / count));
  const boxes = boxesFor[degrees.length] ?? boxesFor[3]!;
  const r = (holes.boltCircleMm / 2) * scale;
  const found = step.now.answer?.calculator === 'squareness' ? step.now.answer : undefined;
  return {
    title: prise
      ? 'The flange from the front: its gap to the crank at three places'
      : 'The yoke from the front: its gap to the hub’s face beside each screw',
    places: {
      ...Object.fromEntries(
        degrees.map((deg, i) => [`${deg}`, { at: boxes[i % boxes.length]!, to: onCircle(centre, r, deg) }]),
      ),
      lies: { at: [770, 410], width: 260 },
      ...(prise
        ? { bolts: { at: [780, 300] as const, width: 250 }, off: { at: [780, 400] as const, width: 250 } }
        : {}),
    },
    ...(found && {
      twin: [
        ['Leans', writeMm(found.tiltMm, reader, 0.1)],
        ...found.turns.map((t) => [`Screw at ${t.id}`, `${writeNumber(t.turns, 0.01)} turns in`] as const),
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <circle cx={centre[0]} cy={centre[1]} r={(sheet.balancer!.hub.outerDiameterMm / 2) * scale} />
          <circle cx={centre[0]} cy={centre[1]} r={r} stroke="var(--color-structure)" strokeDasharray="6 6" />
          <circle cx={centre[0]} cy={centre[1]} r={12 * scale} fill="var(--color-field-deep)" />
          {degrees.map((deg) => {
            const [x, y] = onCircle(centre, r, deg);
            return (
              <circle
                key={deg}
                cx={x}
                cy={y}
                r={(holes.majorMm / 2) * scale}
                fill="var(--color-field-deep)"
                strokeWidth="3"
              />
            );
          })}
        </g>
        {[0, 3, 6, 9].map((hour) => {
          const [x, y] = onCircle(centre, (sheet.balancer!.hub.outerDiameterMm / 2) * scale + 18, hour * 30);
          return (
            <Words key={hour} at={[x, y + 6]} anchor="middle">
              {hour === 0 ? '12' : hour}
            </Words>
          );
        })}
        {found && (
          <>
            <Words at={[790, 120]} size={24} bold tone="mark">
              {`leans ${writeMm(found.tiltMm, reader, 0.1)}`}
            </Words>
            {found.deepestDeg != null && (
              <Words at={[790, 148]}>{`closest towards ${clockText(found.deepestDeg)}`}</Words>
            )}
            {!prise && <Words at={[790, 196]}>turns in, to level it</Words>}
            {(prise ? [] : found.turns).map((turn, i) => (
              <Words key={turn.id} at={[790, 228 + i * 34]} size={24} bold>
                {`${turn.id}: ${writeNumber(turn.turns, 0.1)} turns`}
              </Words>
            ))}
          </>
        )}
      </>
    ),
  };
}
