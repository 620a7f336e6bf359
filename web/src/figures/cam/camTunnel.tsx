import { writeMm } from '../../entry/wording';
import { Dimension } from '../kit/Dimension';
import { Hatches } from '../kit/Hatches';
import { ScaleBar } from '../kit/ScaleBar';
import { Words } from '../kit/Words';
import { liveValue, slotsOf, type Place, type Drawn, type SceneInput } from '../scene';
import { numberOf } from './tunnel';

/** The tunnel cut along its axis, front at the left, to scale: its bores, the cam in it, or the plug that closes it. */
export function camTunnel({ sheet, step, reader }: SceneInput): Drawn {
  const cam = sheet.cam!;
  const slots = slotsOf(step).map((s) => s.slot);
  // Two beside one another leave the tunnel its room.
  const places = Object.fromEntries(
    slots.map((slot, i): [string, Place] => {
      const [x, y] = [28 + (i % 2) * 440, 84 + Math.floor(i / 2) * 76];
      return [slot.key, { at: [slot.kind === 'number' ? x + 78 : x, y] }];
    }),
  );
  const first = cam.bearings[0]!;
  const last = cam.bearings[cam.bearings.length - 1]!;
  const length = last.zMm + last.widthMm - first.zMm;
  const s = Math.min(930 / length, 170 / (Math.max(...cam.bearings.map((b) => b.diameterMm)) + 40));
  const x = (zMm: number): number => 524 + (zMm - first.zMm - length / 2) * s;
  const axis = 394;
  const rise = Math.max(...cam.bearings.map((b) => b.diameterMm / 2)) + 18;
  // The sheet's layout gives lobes by their place on the engine; the tunnel by its own bores.
  const shift = sheet.layout.camBearings[0]
    ? first.zMm + first.widthMm / 2 - sheet.layout.camBearings[0].zMm
    : 0;
  const depth = liveValue(step, 'depth');
  const plugAt = x(last.zMm + last.widthMm);
  return {
    title: `${step.title}: the tunnel cut along its axis, front at the left, to scale`,
    places,
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          {cam.bearings.map((b) => {
            const bore = b.diameterMm / 2;
            return (
              <g key={b.id}>
                {[1, -1].map((sign) => (
                  <rect
                    key={sign}
                    x={x(b.zMm)}
                    y={sign > 0 ? axis - rise * s : axis + bore * s}
                    width={b.widthMm * s}
                    height={(rise - bore) * s}
                    fill="url(#cut)"
                    stroke="var(--color-structure)"
                  />
                ))}
                {b.passages.map((p) => {
                  // Cut through the middle, a passage shows on the side that it comes from.
                  const up = Math.cos((p.angleDeg * Math.PI) / 180) > 0;
                  const wide = Math.max(4, (p.shape.diameterMm ?? p.shape.widthMm ?? 4) * s);
                  return (
                    <rect
                      key={p.id}
                      x={x(b.zMm + p.fromFaceMm) - wide / 2}
                      y={up ? axis - rise * s : axis + bore * s}
                      width={wide}
                      height={(rise - bore) * s}
                      fill="var(--color-dark)"
                      stroke={step.figure === 'cam-bores' ? 'var(--color-mark)' : 'var(--color-line)'}
                      strokeWidth="1.5"
                    />
                  );
                })}
              </g>
            );
          })}
          <path
            d={`M${x(first.zMm) - 26} ${axis}H${plugAt + 26}`}
            stroke="var(--color-structure)"
            strokeWidth="1"
            strokeDasharray="16 4 3 4"
          />
          {step.figure !== 'cam-bores' && (
            <g fill="var(--color-field-deep)">
              <rect
                x={x(first.zMm) - 10}
                y={axis - 12 * s}
                width={plugAt - x(first.zMm) + 6}
                height={24 * s}
              />
              {cam.bearings.map((b) => (
                <rect
                  key={b.id}
                  x={x(b.zMm)}
                  y={axis - (b.journalMm / 2) * s}
                  width={b.widthMm * s}
                  height={b.journalMm * s}
                />
              ))}
              {sheet.layout.lobes.map((lobe) => {
                const up = Math.cos((lobe.angleDeg * Math.PI) / 180);
                return (
                  <rect
                    key={lobe.zMm}
                    x={x(lobe.zMm + shift - lobe.widthMm / 2)}
                    y={axis - (17 + 4 * up) * s}
                    width={lobe.widthMm * s}
                    height={34 * s}
                  />
                );
              })}
            </g>
          )}
          {step.figure === 'cam-plug' && (
            <rect
              x={plugAt + ((depth ?? 0) > 0 ? -(depth ?? 0) : 0) * s - 5}
              y={axis - (last.diameterMm / 2) * s}
              width="10"
              height={last.diameterMm * s}
              fill="url(#cut-back)"
              stroke="var(--color-mark)"
              strokeWidth="4"
            />
          )}
        </g>
        {cam.bearings.map((b) => (
          <Words key={b.id} at={[x(b.zMm + b.widthMm / 2), axis - rise * s - 8]} anchor="middle" bold>
            {numberOf(cam, b.id)}
          </Words>
        ))}
        {step.figure === 'cam-plug' && depth !== undefined && (
          <Dimension
            from={[plugAt - depth * s, axis - rise * s - 34]}
            to={[plugAt, axis - rise * s - 34]}
            words={writeMm(depth, reader, 0.1)}
          />
        )}
        <ScaleBar at={[24, 490]} px={50 * s} words={writeMm(50, reader, 1)} />
      </>
    ),
  };
}
