import { scaleLinear } from 'd3-scale';
import { clockText, normalise, writeMm } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { ScaleBar } from '../kit/ScaleBar';
import { Words } from '../kit/Words';
import { liveValue, onCircle, type Point, type Drawn, type SceneInput } from '../scene';

/** The hub's face from the front with its three depths, the way it leans, and the depths against what is wanted. */
export function hubFace({ sheet, step, reader }: SceneInput): Drawn {
  const balancer = sheet.balancer!;
  const centre: Point = [400, 268];
  const scale = 6.6;
  const degrees = [0, 120, 240];
  const boxes: Point[] = [
    [170, 96],
    [640, 420],
    [118, 420],
  ];
  const found = step.now.answer?.calculator === 'squareness' ? step.now.answer : undefined;
  const tilt = step.now.call?.checks.find((c) => c.name === 'tilt');
  const perMm = tilt ? 66 / tilt.limit : 660;
  const depths = step.now.call?.checks.filter((c) => c.name === 'depth') ?? [];
  const low =
    depths.find((c) => c.side === 'lower')?.limit ?? balancer.seatedDepth.low ?? balancer.seatedDepthMm;
  const high =
    depths.find((c) => c.side === 'upper')?.limit ?? balancer.seatedDepth.high ?? balancer.seatedDepthMm;
  const taken = degrees.map((deg) => liveValue(step, `${deg}`));
  const known = taken.filter((v) => v !== undefined);
  const room = (high - low) * 0.5;
  const y = scaleLinear([Math.min(low - room, ...known), Math.max(high + room, ...known)], [92, 450]);
  const [x0, x1] = [810, 1024];

  return {
    title: 'The hub’s face from the front: depth down to the nose’s rim',
    ...(found && {
      twin: [
        [
          'Mean depth',
          `${writeMm(found.meanDepthMm, reader)} ± ${writeMm(found.uncertaintyMm.mean, reader)}`,
        ],
        ['Tilt', `${writeMm(found.tiltMm, reader)} ± ${writeMm(found.uncertaintyMm.tilt, reader)}`],
        ['Deepest towards', found.deepestClock ?? 'nowhere: it is level'],
      ] as const,
    }),
    places: Object.fromEntries(
      degrees.map((deg, i) => [
        `${deg}`,
        { at: boxes[i]!, to: onCircle(centre, balancer.measureRadiusMm * scale, deg) },
      ]),
    ),
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <circle cx={centre[0]} cy={centre[1]} r={(balancer.hub.outerDiameterMm / 2) * scale} />
          <circle cx={centre[0]} cy={centre[1]} r={(balancer.nose.diameterMm / 2) * scale} />
          {sheet.crankBolt && (
            <circle
              cx={centre[0]}
              cy={centre[1]}
              r={(sheet.crankBolt.majorMm / 2) * scale}
              stroke="var(--color-structure)"
            />
          )}
          <rect
            x={centre[0] - 2.5 * scale}
            y={centre[1] - (balancer.nose.diameterMm / 2 + 2.4) * scale}
            width={5 * scale}
            height={4.4 * scale}
            fill="var(--color-field)"
          />
          <circle
            cx={centre[0]}
            cy={centre[1]}
            r={balancer.measureRadiusMm * scale}
            stroke="var(--color-structure)"
            strokeDasharray="6 6"
          />
          {degrees.map((deg) => {
            const [x, cy] = onCircle(centre, balancer.measureRadiusMm * scale, deg);
            return <circle key={deg} cx={x} cy={cy} r="8" fill="var(--color-field)" strokeWidth="3" />;
          })}
        </g>
        {[0, 3, 6, 9].map((hour) => {
          const [x, cy] = onCircle(centre, (balancer.hub.outerDiameterMm / 2) * scale + 18, hour * 30);
          return (
            <Words key={hour} at={[x, cy + 6]} anchor="middle">
              {hour === 0 ? '12' : hour}
            </Words>
          );
        })}
        {found && tilt && (
          <>
            <circle
              cx={centre[0]}
              cy={centre[1]}
              r={tilt.limit * perMm}
              fill="none"
              stroke="var(--color-line)"
              strokeWidth="2"
              strokeDasharray="4 5"
            />
            {found.deepestDeg != null && (
              <TiltArrow from={centre} to={onCircle(centre, found.tiltMm * perMm, found.deepestDeg)} />
            )}
            <ScaleBar at={[24, 250]} px={0.05 * perMm} words={`${writeMm(0.05, reader, 0.01)}, tilt only`} />
            <Words at={[24, 284]} size={20} bold tone="mark">
              {`tilt ${writeMm(found.tiltMm, reader)}`}
            </Words>
            <Words at={[24, 310]}>{`± ${writeMm(found.uncertaintyMm.tilt, reader)}`}</Words>
            {found.deepestDeg != null && (
              <Words at={[24, 336]}>{`deepest towards ${clockText(normalise(found.deepestDeg))}`}</Words>
            )}
          </>
        )}
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <rect x={x0} y={80} width={x1 - x0} height={382} fill="var(--color-field-deep)" />
          <rect x={x0} y={80} width={x1 - x0} height={y(low) - 80} fill="url(#forbidden)" fillOpacity="0.5" />
          <rect
            x={x0}
            y={y(high)}
            width={x1 - x0}
            height={462 - y(high)}
            fill="url(#forbidden)"
            fillOpacity="0.5"
          />
          <path d={`M${x0 - 8} ${y(low)}H${x1}M${x0 - 8} ${y(high)}H${x1}`} strokeWidth="4" />
        </g>
        <Words at={[x0 - 14, y(low) + 6]} anchor="end">
          {writeMm(low, reader)}
        </Words>
        <Words at={[x0 - 14, y(high) + 6]} anchor="end">
          {writeMm(high, reader)}
        </Words>
        <Words at={[x0, 68]}>depth at each place</Words>
        {degrees.map((deg, i) => {
          const value = taken[i];
          const x = x0 + 40 + i * 66;
          return (
            <g key={deg}>
              <Words at={[x, 484]} anchor="middle">
                {deg === 0 ? '12' : deg / 30}
              </Words>
              {value !== undefined && (
                <path d={`M${x - 22} ${y(value)}h44`} stroke="var(--color-mark)" strokeWidth="6" />
              )}
            </g>
          );
        })}
      </>
    ),
  };
}

function TiltArrow({ from, to }: { from: Point; to: Point }) {
  return (
    <g stroke="var(--color-mark)" strokeWidth="4" fill="var(--color-mark)">
      <path d={`M${from[0]} ${from[1]}L${to[0]} ${to[1]}`} />
      <circle cx={to[0]} cy={to[1]} r="7" stroke="none" />
    </g>
  );
}
