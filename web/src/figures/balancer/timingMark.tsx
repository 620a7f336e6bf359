import { writeQuantity } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { LimitScale } from '../kit/LimitScale';
import { Words } from '../kit/Words';
import { liveValue, onCircle, type Point, type Drawn, type SceneInput } from '../scene';
import { RingFace } from './RingFace';

/** The ring's mark against its pointer at true centre, and how far off it stands. */
export function timingMark({ sheet, step, reader }: SceneInput): Drawn {
  const { ring } = sheet.balancer!;
  const centre: Point = [260, 290];
  const scale = 2.1;
  const error = liveValue(step, 'error');
  const outer = (ring.outerDiameterMm / 2) * scale;
  // The pointer stands at 12 in this drawing; the mark passes it clockwise, as the crank turns seen from the front.
  const [a, b] = [onCircle(centre, outer - 26, error ?? 0), onCircle(centre, outer, error ?? 0)];
  const check = step.now.call?.checks ?? [];
  return {
    title: 'The ring’s mark at true centre, from the front; the crank turns clockwise',
    places: { error: { at: [700, 150], to: [b[0] + 4, b[1] + 6] } },
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <RingFace sheet={sheet} at={centre} scale={scale} />
          <path d={`M${centre[0]} ${centre[1] - outer - 4}l-11 -30h22z`} fill="var(--color-line)" />
          <path d={`M${a[0]} ${a[1]}L${b[0]} ${b[1]}`} stroke="var(--color-mark)" strokeWidth="6" />
          <path
            d={`M${centre[0] + 40} ${centre[1] - 74}a84 84 0 0 1 44 74m-11 -14l11 14l8 -16`}
            stroke="var(--color-structure)"
          />
        </g>
        <Words at={[centre[0], centre[1] + 8]} anchor="middle">
          turns
        </Words>
        {error !== undefined && check.length > 0 && (
          <>
            <Words at={[560, 276]} size={24} bold tone="mark">
              {`${writeQuantity({ value: Math.abs(error), dimension: 'angle', resolution: 0.1 }, reader)} off`}
            </Words>
            <LimitScale at={[560, 310]} width={440} checks={check} reader={reader} />
          </>
        )}
      </>
    ),
  };
}
