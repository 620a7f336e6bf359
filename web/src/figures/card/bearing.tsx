import { bearingAt, half } from '../cam/bearing';
import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { onFaced, type Point } from '../scene';
import { Measure } from './Measure';
import { card, type CardInput, type CardScene } from './scene';

/** Where the bearing stands as seen from the front, for what is placed on it. */
export const bearingFront: { centre: Point; radius: number } = { centre: [card.width / 2, 150], radius: 118 };

/** A cam bearing from the front over the same cut along its axis, with the hole that feeds it. */
export function bearing({ sheet, open, reader }: CardInput, tunnel: 'cam' | 'auxiliary' = 'cam'): CardScene {
  const n = bearingAt(open ?? '')?.n ?? 0;
  const all = sheet[tunnel]!.bearings;
  const part = all[n] ?? all[0]!;
  const { centre } = bearingFront;
  const s = bearingFront.radius / (part.diameterMm / 2);
  const ring = (mm: number) => (mm / 2) * s;
  const holes = part.passages;
  const [top, left] = [330, card.width / 2 - ring(part.widthMm)];
  const wide = 2 * ring(part.widthMm);
  const shell = left + part.depthMm * s;
  const oilAt = (hole: (typeof holes)[number]) => left + hole.fromFaceMm * s;
  const wall = part.wallMm * s;
  const end = open?.replace(/^\w+\/bearings\/\d+\//, '');
  // "oil" is the first, "oil2" the second.
  const asked = /^oil(\d?)\//.exec(end ?? '');
  const lit = asked ? Number(asked[1] || 1) - 1 : -1;
  const litHole = holes[lit];
  return {
    title: `${tunnel === 'auxiliary' ? 'Bush' : 'Bearing'} ${n + 1} from the front; under it along its axis, front at the left`,
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2.5">
          <circle cx={centre[0]} cy={centre[1]} r={ring(part.diameterMm)} />
          <circle cx={centre[0]} cy={centre[1]} r={ring(part.diameterMm) - wall} />
          <circle
            cx={centre[0]}
            cy={centre[1]}
            r={ring(part.journalMm)}
            stroke="var(--color-structure)"
            strokeDasharray="5 5"
          />
          {holes.map((hole, i) =>
            hole.shape.kind === 'groove' ? (
              <circle
                key={hole.id}
                cx={centre[0]}
                cy={centre[1]}
                r={ring(part.diameterMm) + 6}
                stroke={i === lit ? 'var(--color-mark)' : undefined}
                strokeWidth="12"
                strokeOpacity="0.5"
              />
            ) : (
              <path
                key={hole.id}
                d={`M${onFaced(centre, ring(part.diameterMm) - wall - 4, hole.angleDeg, reader).join(' ')}L${onFaced(centre, ring(part.diameterMm) + 22, hole.angleDeg, reader).join(' ')}`}
                stroke={i === lit ? 'var(--color-mark)' : undefined}
                strokeWidth={Math.max(4, 2 * half(hole.shape)[0] * s)}
              />
            ),
          )}
          <rect x={left} y={top} width={wide} height="34" fill="url(#cut)" stroke="var(--color-structure)" />
          <rect
            x={shell}
            y={top + 36}
            width={part.shellWidthMm * s}
            height={Math.max(10, wall)}
            fill="url(#cut)"
          />
          {holes.map((hole, i) => (
            <path
              key={hole.id}
              d={`M${oilAt(hole)} ${top - 12}V${top + 44 + Math.max(10, wall)}`}
              strokeWidth={Math.max(4, 2 * half(hole.shape)[1] * s)}
              stroke={i === lit ? 'var(--color-mark)' : 'var(--color-field-deep)'}
            />
          ))}
        </g>
        {['12', '3', '6', '9'].map((hour, i) => {
          const [x, y] = onFaced(centre, ring(part.journalMm) - 22, i * 90, reader);
          return (
            <Words key={hour} at={[x, y + 6]} anchor="middle">
              {hour}
            </Words>
          );
        })}
        {end === 'diameterMm' && (
          <Measure
            from={[centre[0] - ring(part.diameterMm), centre[1]]}
            to={[centre[0] + ring(part.diameterMm), centre[1]]}
          />
        )}
        {end === 'journalMm' && (
          <Measure
            from={[centre[0] - ring(part.journalMm), centre[1]]}
            to={[centre[0] + ring(part.journalMm), centre[1]]}
          />
        )}
        {end === 'widthMm' && <Measure from={[left, top - 22]} to={[left + wide, top - 22]} />}
        {end === 'shellWidthMm' && (
          <Measure from={[shell, top + 74]} to={[shell + part.shellWidthMm * s, top + 74]} />
        )}
        {litHole && end?.endsWith('/fromFaceMm') && (
          <Measure from={[left, top + 96]} to={[oilAt(litHole), top + 96]} />
        )}
      </>
    ),
  };
}
