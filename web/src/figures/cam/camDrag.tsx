import { writeQuantity } from '../../entry/wording';
import { wordsOf } from './bearing';
import { Hatches } from '../kit/Hatches';
import { LimitScale } from '../kit/LimitScale';
import { Words } from '../kit/Words';
import { onCircle, type Place, type Point, type Drawn, type SceneInput, slotsOf } from '../scene';

/** The cam's turning torque round a turn. */
export function camDrag({ sheet, step, reader }: SceneInput): Drawn {
  const slots = slotsOf(step).filter((s) => s.slot.angleDeg != null);
  const centre: Point = [430, 256];
  const values = slots.map((s) => s.live?.value ?? undefined);
  const answer = step.now.answer?.calculator === 'turning-drag' ? step.now.answer : undefined;
  const most = Math.max(1, ...values.map((v) => v ?? 0));
  const out = 110;
  const boxes: Point[] = [
    [430, 70],
    [640, 108],
    [690, 246],
    [640, 388],
    [430, 418],
    [220, 388],
    [170, 246],
    [220, 108],
  ];
  const places: Record<string, Place> = {};
  slots.forEach((s, i) => {
    places[s.slot.key] = { at: boxes[i] ?? centre, to: onCircle(centre, out, s.slot.angleDeg ?? 0) };
  });
  slotsOf(step).forEach(({ slot }) => {
    if (slot.key === 'feel') places.feel = { at: [800, 372], width: 240 };
    if (slot.key === 'where') places.where = { at: [890, 216] };
  });
  const points = values
    .map((v, i) => (v === undefined ? undefined : onCircle(centre, (v / most) * out, i * 45)))
    .filter((p) => p !== undefined);
  return {
    title: `Torque to turn the ${wordsOf(sheet.cam!).shaft}, round a turn, seen from the front`,
    places,
    ...(answer && {
      twin: [
        ['Mean', writeQuantity({ value: answer.meanNm, dimension: 'torque', resolution: 0.1 }, reader)],
        [
          'Once a turn',
          writeQuantity({ value: answer.onceNm, dimension: 'torque', resolution: 0.1 }, reader),
        ],
        [
          'Twice a turn',
          writeQuantity({ value: answer.twiceNm, dimension: 'torque', resolution: 0.1 }, reader),
        ],
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <circle cx={centre[0]} cy={centre[1]} r={out} />
          {/* The cam's end: its journal, the lobe behind it, the dowel and the bolts that the wrench turns it by. */}
          <g stroke="var(--color-structure)">
            {/* An auxiliary shaft has a gear there, drawn as its journal alone. */}
            {sheet.cam!.shaft !== 'auxiliary' && (
              <path
                d={`M${centre[0] - 52} ${centre[1]}a52 52 0 1 0 104 0c0 -30 -26 -82 -52 -82s-52 52 -52 82z`}
                fill="var(--color-field-deep)"
              />
            )}
            <circle cx={centre[0]} cy={centre[1]} r="58" />
            <circle cx={centre[0]} cy={centre[1]} r="12" />
            {[60, 180, 300].map((deg) => {
              const [x, y] = onCircle(centre, 34, deg);
              return <circle key={deg} cx={x} cy={y} r="7" />;
            })}
          </g>
          {answer && (
            <circle
              cx={centre[0]}
              cy={centre[1]}
              r={(answer.meanNm / most) * out}
              stroke="var(--color-structure)"
              strokeDasharray="6 6"
            />
          )}
          {points.length > 2 && (
            <path
              d={`M${points.map((p) => p.join(' ')).join('L')}${points.length === slots.length ? 'z' : ''}`}
              stroke="var(--color-mark)"
              strokeWidth="4"
            />
          )}
        </g>
        {answer && (
          <>
            <Words at={[812, 110]} size={26} bold tone="mark">
              {`mean ${writeQuantity({ value: answer.meanNm, dimension: 'torque', resolution: 0.1 }, reader)}`}
            </Words>
            <Words
              at={[812, 146]}
            >{`once a turn ${writeQuantity({ value: answer.onceNm, dimension: 'torque', resolution: 0.1 }, reader)}`}</Words>
            <Words
              at={[812, 174]}
            >{`twice a turn ${writeQuantity({ value: answer.twiceNm, dimension: 'torque', resolution: 0.1 }, reader)}`}</Words>
            <LimitScale
              at={[812, 300]}
              width={210}
              checks={step.now.call?.checks.slice(0, 1) ?? []}
              reader={reader}
            />
          </>
        )}
      </>
    ),
  };
}
