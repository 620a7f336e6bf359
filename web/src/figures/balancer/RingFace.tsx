import type { EngineSheet } from '../../api/types';
import type { Point } from '../scene';

/** The balancer from the front, to scale: ring, rubber and hub as circles. */
export function RingFace({
  sheet,
  at: [cx, cy],
  scale,
}: {
  sheet: EngineSheet;
  at: Point;
  /** px/mm */
  scale: number;
}) {
  const { ring, hub } = sheet.balancer!;
  const inner = ring.innerDiameterMm / 2;
  return (
    <>
      <circle cx={cx} cy={cy} r={(ring.outerDiameterMm / 2) * scale} />
      <circle cx={cx} cy={cy} r={inner * scale} />
      <circle cx={cx} cy={cy} r={(inner - ring.rubberMm) * scale} stroke="var(--color-structure)" />
      <circle cx={cx} cy={cy} r={(hub.outerDiameterMm / 2) * scale} />
    </>
  );
}
