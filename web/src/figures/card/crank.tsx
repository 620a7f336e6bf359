import { Hatches } from '../kit/Hatches';
import { CrankRear } from '../seals/CrankRear';
import { onCircle, type Point } from '../scene';
import { Measure } from './Measure';
import { card, type CardInput, type CardScene } from './scene';

const centre: Point = [card.width / 2, card.height / 2];

/** The crank's rear end from the side: where its float is taken. */
export const float = ({ open }: CardInput): CardScene => ({
  title: 'The crank’s rear end from the side, front at the left',
  drawing: (
    <>
      <Hatches />
      <CrankRear at={[210, 235]} radius={120} dial={open !== undefined} />
    </>
  ),
});

/** The crank's flange as its builder sees it, from the rear, with its bolts; the spigot bearing in its middle. */
export function flange({ sheet, open }: CardInput): CardScene {
  const { rear, spigot } = sheet;
  const bolts = rear?.flange.bolts ?? 6;
  const circle = rear?.flange.boltCircleMm ?? sheet.layout.flangeDiameterMm * 0.75;
  const across = Math.max(rear?.seal.shaftMm ?? sheet.layout.flangeDiameterMm, circle * 1.15);
  const scale = (card.height - 70) / across;
  const r = (circle / 2) * scale;
  const ring = (mm: number) => (mm / 2) * scale;
  const end = open?.split('/').pop();
  return {
    title: 'The crank’s flange, seen from the rear',
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2.5">
          <circle cx={centre[0]} cy={centre[1]} r={ring(across)} />
          <circle
            cx={centre[0]}
            cy={centre[1]}
            r={r}
            stroke="var(--color-structure)"
            strokeWidth="1.5"
            strokeDasharray="16 4 3 4"
          />
          {Array.from({ length: bolts }, (_, i) => {
            const [x, y] = onCircle(centre, r, (i * 360) / bolts);
            return <circle key={i} cx={x} cy={y} r={Math.max(6, ring(rear?.flange.majorMm ?? 10))} />;
          })}
          {spigot && (
            <>
              <circle cx={centre[0]} cy={centre[1]} r={ring(spigot.outerMm)} fill="url(#cut)" />
              <circle cx={centre[0]} cy={centre[1]} r={ring(spigot.innerMm)} fill="var(--color-field)" />
            </>
          )}
        </g>
        {end === 'boltCircleMm' && (
          <Measure from={[centre[0], centre[1] - r]} to={[centre[0], centre[1] + r]} />
        )}
        {(end === 'outerMm' || end === 'innerMm') && spigot && (
          <Measure
            from={[centre[0] - ring(spigot[end]), centre[1]]}
            to={[centre[0] + ring(spigot[end]), centre[1]]}
          />
        )}
      </>
    ),
  };
}
