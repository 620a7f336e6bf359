import { writeMm, writeQuantity } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { liveValue, onCircle, type Point, type Drawn, type SceneInput } from '../scene';
import { RingFace } from './RingFace';

/** Where true centre lies between the two readings at the positive stop. */
export function positiveStop({ sheet, step, reader }: SceneInput): Drawn {
  const { ring } = sheet.balancer!;
  const centre: Point = [690, 280];
  const scale = 168 / (ring.outerDiameterMm / 2);
  const outer = 168;
  const [before, after] = [liveValue(step, 'before'), liveValue(step, 'after')];
  const found = step.now.answer?.calculator === 'top-dead-centre' ? step.now.answer : undefined;
  // Turning clockwise, the mark stands before the pointer first, then after it.
  const spoke = (deg: number, tone: string, wide: number) => {
    const [a, b] = [onCircle(centre, outer - 34, deg), onCircle(centre, outer, deg)];
    return <path d={`M${a.join(' ')}L${b.join(' ')}`} stroke={tone} strokeWidth={wide} />;
  };
  const degrees = (value: number) => writeQuantity({ value, dimension: 'angle', resolution: 0.1 }, reader);
  return {
    title: 'The ring from the front: the mark at the positive stop, turned both ways',
    places: {
      stop: { at: [28, 92], width: 380 },
      before: { at: [112, 156], to: onCircle(centre, outer, -(before ?? 24)) },
      after: { at: [112, 262], to: onCircle(centre, outer, after ?? 24) },
    },
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <RingFace sheet={sheet} at={centre} scale={scale} />
          <path d={`M${centre[0]} ${centre[1] - outer - 4}l-11 -30h22z`} fill="var(--color-line)" />
          {before !== undefined && spoke(-before, 'var(--color-structure)', 5)}
          {after !== undefined && spoke(after, 'var(--color-structure)', 5)}
          {found && spoke(-found.trueTdcDeg, 'var(--color-mark)', 7)}
        </g>
        {found && (
          <>
            <Words at={[28, 400]} size={26} bold tone="mark">
              {`true centre ${degrees(Math.abs(found.markErrorDeg))} ${found.markErrorDeg === 0 ? 'on the mark' : found.markErrorDeg > 0 ? 'before the mark' : 'after the mark'}`}
            </Words>
            <Words at={[28, 430]}>half the difference of the two readings</Words>
            {found.moveMarkMm != null && (
              <Words
                at={[28, 456]}
              >{`${writeMm(Math.abs(found.moveMarkMm), reader, 0.1)} round the ring`}</Words>
            )}
          </>
        )}
      </>
    ),
  };
}
