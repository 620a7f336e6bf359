import { scaleLinear } from 'd3-scale';
import { clockIn, type Reader, writeMm, writeQuantity } from '../../entry/wording';
import { Words } from '../kit/Words';

/** The dial parked: where its needle stands, and the mark that it has to reach. */
export function ParkedDial({
  park,
  needle,
  reader,
  limitMm,
}: {
  park: { angleDeg: number; nowMm: number; targetMm: number };
  needle: number | undefined;
  reader: Reader;
  limitMm: number;
}) {
  const now = needle ?? park.nowMm;
  const [low, high] = [Math.min(park.nowMm, park.targetMm, now), Math.max(park.nowMm, park.targetMm, now)];
  const room = Math.max(0.25 * (high - low), 0.02);
  const y = scaleLinear([low - room, high + room], [384, 160]).nice(4);
  const x = 880;
  const reached = Math.abs(now - park.targetMm) <= limitMm / 4;
  return (
    <g>
      <rect x="800" y="58" width="232" height="344" fill="var(--color-field-deep)" />
      <Words at={[816, 92]} size={22} bold>
        {`Dial parked at ${clockIn(park.angleDeg, reader)}`}
      </Words>
      <Words at={[816, 120]}>{reached ? 'on its mark: sweep again' : 'tap until the needle meets it'}</Words>
      <g fill="none" stroke="var(--color-line)" strokeWidth="2">
        <path d={`M${x} ${y.range()[0]}V${y.range()[1]}`} />
        {y.ticks(8).map((tick) => (
          <path key={tick} d={`M${x - 8} ${y(tick)}h8`} stroke="var(--color-structure)" />
        ))}
        {y.ticks(4).map((tick) => (
          <Words key={tick} at={[x - 12, y(tick) + 6]} anchor="end">
            {writeQuantity({ value: tick, dimension: 'length', resolution: 0.01 }, reader).split(' ')[0]!}
          </Words>
        ))}
        <path d={`M${x} ${y(now)}h34`} stroke="var(--color-mark)" strokeWidth="6" />
        <path d={`M${x + 4} ${y(park.targetMm)}l16 -9v18z`} fill="var(--color-line)" />
      </g>
      <Words
        at={[x + 42, y(now) + (Math.abs(y(now) - y(park.targetMm)) < 24 ? -12 : 7)]}
        size={20}
        bold
        tone="mark"
      >
        {`now ${writeMm(now, reader).split(' ')[0]}`}
      </Words>
      <Words
        at={[x + 26, y(park.targetMm) + (Math.abs(y(now) - y(park.targetMm)) < 24 ? 22 : 7)]}
        size={20}
        bold
      >
        {`mark ${writeMm(park.targetMm, reader).split(' ')[0]}`}
      </Words>
    </g>
  );
}
