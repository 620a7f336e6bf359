import { curveCardinalClosed, line } from 'd3-shape';
import { clockText, writeMm } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { LimitScale } from '../kit/LimitScale';
import { ScaleBar } from '../kit/ScaleBar';
import { Words } from '../kit/Words';
import { liveValue, onCircle, type Point, type Drawn, type SceneInput } from '../scene';
import { RingFace } from './RingFace';

const sweepDegrees = [0, 45, 90, 135, 180, 225, 270, 315];

/** The ring from the front with a dial on it, eight readings round it, and the run-out magnified. */
export function sweep({ sheet, step, reader, open }: SceneInput): Drawn {
  const radial = step.figure === 'sweep-radial';
  const centre: Point = [430, 256];
  const outer = 108;
  const { ring } = sheet.balancer!;
  const scale = outer / (ring.outerDiameterMm / 2);
  const boxes: Record<number, Point> = {
    0: [430, 66],
    45: [640, 104],
    90: [690, 246],
    135: [640, 388],
    180: [430, 418],
    225: [220, 388],
    270: [170, 246],
    315: [220, 104],
  };
  const values = sweepDegrees.map((deg) => liveValue(step, `${deg}`));
  const known = values.filter((v) => v !== undefined);
  const mean = known.length > 0 ? known.reduce((a, b) => a + b, 0) / known.length : 0;
  const found = step.now.answer?.calculator === 'run-out' ? step.now.answer.radial : undefined;
  const check = step.now.call?.checks ?? [];
  // Magnified so that the limit is a tenth of the ring.
  const perMm = check[0] ? 24 / check[0].limit : 160;
  const shape =
    known.length === sweepDegrees.length
      ? line<number>()
          .x((_, i) => onCircle(centre, outer + 14 + (values[i]! - mean) * perMm, sweepDegrees[i]!)[0])
          .y((_, i) => onCircle(centre, outer + 14 + (values[i]! - mean) * perMm, sweepDegrees[i]!)[1])
          .curve(curveCardinalClosed.tension(0))(sweepDegrees)
      : undefined;
  const at = sweepDegrees.find((deg) => `${deg}` === open);
  const dial = at === undefined ? undefined : onCircle(centre, outer - (radial ? 0 : 12), at);
  return {
    title: radial
      ? 'The ring from the front, dial on its outside: turn the crank, read at each place'
      : 'The ring from the front, dial on its face: turn the crank, read at each place',
    places: Object.fromEntries(
      sweepDegrees.map((deg) => [
        `${deg}`,
        { at: boxes[deg]!, to: onCircle(centre, outer - (radial ? 0 : 12), deg) },
      ]),
    ),
    ...(found && {
      twin: [
        ['Full swing', writeMm(found.tirMm, reader)],
        ['Once round', `${writeMm(found.onceMm, reader)}, highest towards ${found.onceClock ?? 'nowhere'}`],
        ['Oval', found.ovalityMm == null ? 'not told' : writeMm(found.ovalityMm, reader)],
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <RingFace sheet={sheet} at={centre} scale={scale} />
          {shape && <path d={shape} stroke="var(--color-mark)" strokeWidth="3" />}
          {dial && <circle cx={dial[0]} cy={dial[1]} r="12" stroke="var(--color-mark)" strokeWidth="5" />}
        </g>
        {shape && (
          <ScaleBar at={[24, 478]} px={0.1 * perMm} words={`${writeMm(0.1, reader, 0.01)}, run-out only`} />
        )}
        {found && (
          <>
            <Words at={[800, 120]} size={26} bold tone="mark">
              {`swings ${writeMm(found.tirMm, reader)}`}
            </Words>
            {found.onceDeg != null && (
              <Words at={[800, 152]}>{`highest towards ${clockText(found.onceDeg)}`}</Words>
            )}
            <Words at={[800, 180]}>{`once round ${writeMm(found.onceMm, reader)}`}</Words>
            {found.ovalityMm != null && (
              <Words at={[800, 208]}>{`oval ${writeMm(found.ovalityMm, reader)}`}</Words>
            )}
            <LimitScale at={[800, 380]} width={220} checks={check} reader={reader} />
          </>
        )}
      </>
    ),
  };
}
