import { scaleLinear } from 'd3-scale';
import { writeMm } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { ScaleBar } from '../kit/ScaleBar';
import { Words } from '../kit/Words';
import { liveValue, type Place, type Drawn, type SceneInput, slotsOf } from '../scene';

/** The hub's track to scale along the axis: where the lip runs, the groove, and every way to move it off. */
export function track({ sheet, step, reader }: SceneInput): Drawn {
  const seal = sheet.balancer!.sealTrack;
  const slots = slotsOf(step).map((x) => x.slot);
  const felt = slots.length > 1;
  const places: Record<string, Place> = {
    groove: { at: [24, 104], width: 400 },
    ...(felt
      ? {
          centre: { at: [112, 204] as const },
          width: { at: [276, 204] as const },
          depth: { at: [112, 316] as const },
        }
      : {}),
  };
  if (!seal) return { title: step.title, places, drawing: null };
  const z = scaleLinear([seal.fromMm - 3, seal.toMm + 3], [500, 1010]);
  const found = step.now.answer?.calculator === 'lip-track' ? step.now.answer : undefined;
  const [centre, width] = [liveValue(step, 'centre'), liveValue(step, 'width')];
  const top = 96;
  const pick = found?.options.find((o) => o.kind === found.pick);
  const turned = found?.turnedGrooveMm;
  const lip = (at: number, y: number, tone: string) => (
    <path
      d={`M${z(at - seal.lipBandMm / 2)} ${y}L${z(at)} ${y + 20}L${z(at + seal.lipBandMm / 2)} ${y}z`}
      fill={tone}
      stroke={tone}
    />
  );
  const ways: Record<string, string> = {
    'as-is': 'as it is',
    shallower: 'seal shallower',
    deeper: 'seal deeper',
    'turn-race': 'race turned',
    sleeve: 'thin sleeve',
    renew: 'another hub',
  };
  return {
    title: 'The seal’s track along the hub, to scale, front at the left',
    places,
    ...(found && {
      twin: found.options.map((o) => [ways[o.kind] ?? o.kind, o.because] as const),
    }),
    drawing: (
      <>
        <Hatches />
        <g stroke="var(--color-line)" strokeWidth="2" fill="none">
          <rect
            x={z(seal.fromMm)}
            y={top + 24}
            width={z(seal.toMm) - z(seal.fromMm)}
            height="44"
            fill="url(#cut-back)"
          />
          {centre !== undefined && width !== undefined && (
            <rect
              x={z(centre - width / 2)}
              y={top + 24}
              width={z(centre + width / 2) - z(centre - width / 2)}
              height="14"
              fill="var(--color-field-deep)"
              stroke="var(--color-mark)"
            />
          )}
          {pick?.kind === 'turn-race' && turned != null && width !== undefined && (
            <rect
              x={z(turned - width / 2)}
              y={top + 24}
              width={z(width) - z(0)}
              height="14"
              stroke="var(--color-mark)"
              strokeDasharray="4 4"
            />
          )}
          {lip(seal.lipAtMm, top, 'var(--color-line)')}
          {pick?.lipAtMm != null &&
            pick.lipAtMm !== seal.lipAtMm &&
            lip(pick.lipAtMm, top, 'var(--color-mark)')}
        </g>
        <Words at={[z(seal.lipAtMm), top - 10]} anchor="middle">
          lip
        </Words>
        <ScaleBar at={[500, top + 94]} px={z(5) - z(0)} words={`${writeMm(5, reader, 1)} along`} />
        {found?.options.map((o, i) => {
          const y = 240 + i * 42;
          const picked = o.kind === found.pick;
          return (
            <g key={o.kind}>
              {picked && (
                <rect
                  x={480}
                  y={y - 26}
                  width={548}
                  height={38}
                  fill="none"
                  stroke="var(--color-mark)"
                  strokeWidth="3"
                />
              )}
              <Words at={[494, y]} bold={picked} tone={picked ? 'mark' : 'line'} size={20}>
                {`${picked ? '■' : '□'} ${ways[o.kind] ?? o.kind}`}
              </Words>
              <Words at={[690, y]}>
                {o.clearMm != null && o.clearMm < 0
                  ? `in the groove${o.sealDepthMm == null ? '' : `, seal at ${writeMm(o.sealDepthMm, reader, 0.1)}`}`
                  : o.clearMm != null
                    ? `${writeMm(o.clearMm, reader, 0.1)} clear${o.sealDepthMm == null ? '' : `, seal at ${writeMm(o.sealDepthMm, reader, 0.1)}`}`
                    : o.verdict === 'stop'
                      ? 'won’t do'
                      : o.kind === 'sleeve'
                        ? 'covers the groove'
                        : 'no groove there'}
              </Words>
            </g>
          );
        })}
      </>
    ),
  };
}
