import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import type { EngineSheet, TraceColumns } from '../../api/types';
import { quantityParts, writeMm, writeNumber, writeQuantity } from '../../entry/wording';
import { Dimension } from '../kit/Dimension';
import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { liveValue, onCircle, type Point, type Drawn, type SceneInput, slotsOf } from '../scene';

/** The wrench on the crank bolt with its adaptor, to scale, and what to set it to. */
export function wrench({ sheet, step, reader, live }: SceneInput): Drawn {
  const slots = slotsOf(step);
  const kept = slots.find((x) => x.slot.key === 'trace')?.live?.trace ?? (live?.x.length ? live : undefined);
  if (kept && sheet.crankBolt) return traced(sheet.crankBolt, { step, reader }, kept);
  const typed = liveValue(step, 'wrench');
  // Until a length is typed some wrench is drawn, with no number on it.
  const length = typed ?? 420;
  const adaptor = liveValue(step, 'adaptor') ?? 0;
  const angle = liveValue(step, 'angle') ?? 0;
  const scale = Math.min(0.9, 430 / (length + adaptor));
  const drive: Point = [500, 300];
  const grip: Point = [drive[0] + length * scale, drive[1]];
  // The adaptor lies on the far side of the drive from the hand; its angle is taken off the wrench's own line.
  const bolt = onCircle(drive, adaptor * scale, 270 + angle);
  const answer = step.now.answer?.calculator === 'wrench-setting' ? step.now.answer : undefined;
  const wanted =
    sheet.crankBolt &&
    writeQuantity({ value: sheet.crankBolt.torqueNm, dimension: 'torque', resolution: 1 }, reader);
  return {
    title: 'Wrench and adaptor on the crank bolt, to scale, seen from the front',
    places: {
      'by-hand': { at: [28, 156] },
      ...(slots.some((x) => x.slot.key === 'trace') ? { trace: { at: [540, 196] as const } } : {}),
      turned: { at: [28, 338] },
      click: { at: [28, 452] },
      wrench: { at: [870, 384], to: [(drive[0] + grip[0]) / 2 + 120, drive[1] + 10] },
      adaptor: { at: [540, 412], to: [(drive[0] + bolt[0]) / 2, (drive[1] + bolt[1]) / 2] },
      angle: { at: [705, 412], to: [drive[0] + 16, drive[1] + 4] },
      set: { at: [760, 206], to: [grip[0] - 150 * scale, grip[1] - 10] },
    },
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <circle
            cx={bolt[0]}
            cy={bolt[1]}
            r={sheet.balancer!.hub.outerDiameterMm * 0.5 * scale * 1.6}
            stroke="var(--color-structure)"
            strokeDasharray="6 6"
          />
          <path
            d={`M${bolt[0]} ${bolt[1]}L${drive[0]} ${drive[1]}`}
            strokeWidth={adaptor > 0 ? 20 : 0}
            stroke="var(--color-structure)"
          />
          <Hexagon at={bolt} r={11 * scale * 1.6} />
          <rect x={drive[0] - 11} y={drive[1] - 11} width="22" height="22" fill="var(--color-field)" />
          <rect
            x={drive[0] + 14}
            y={drive[1] - 8}
            width={Math.max(0, grip[0] - drive[0] - 14 - 110 * scale)}
            height="16"
            fill="var(--color-field-deep)"
          />
          <rect x={grip[0] - 110 * scale} y={grip[1] - 14} width={160 * scale} height="28" fill="url(#cut)" />
          {angle > 0 && adaptor > 0 && (
            <path
              d={`M${drive[0] - adaptor * scale * 1.4} ${drive[1]}H${drive[0]}`}
              stroke="var(--color-structure)"
              strokeDasharray="5 5"
            />
          )}
          <path
            d={`M${grip[0]} ${grip[1] - 20}v-62m-9 16l9 -16l9 16`}
            stroke="var(--color-mark)"
            strokeWidth="4"
          />
        </g>
        {typed !== undefined && (
          <Dimension
            from={[drive[0], drive[1] + 44]}
            to={[grip[0], drive[1] + 44]}
            words={writeMm(length, reader, 1)}
            below
          />
        )}
        {wanted && (
          <Words at={[500, 104]} size={22}>
            {answer ? `For ${wanted} at the bolt` : `${wanted} wanted at the bolt`}
          </Words>
        )}
        {answer && (
          <Words at={[500, 152]} size={40} bold tone="mark">
            {`set ${writeQuantity({ value: answer.setNm, dimension: 'torque', resolution: 0.1 }, reader)}`}
          </Words>
        )}
        {sheet.crankBolt && <Words at={[28, 226]}>{sheet.crankBolt.note}</Words>}
      </>
    ),
  };
}

function Hexagon({ at, r }: { at: Point; r: number }) {
  const corners = [0, 60, 120, 180, 240, 300].map((deg) => onCircle(at, r, deg).join(' '));
  return <path d={`M${corners.join('L')}z`} fill="var(--color-field)" />;
}

/** Torque against angle as the wrench recorded it, with the window that it must end in. */
function traced(
  bolt: NonNullable<EngineSheet['crankBolt']>,
  { step, reader }: Pick<SceneInput, 'step' | 'reader'>,
  trace: TraceColumns,
): Drawn {
  const [x0, y0, width, height] = [520, 90, 490, 340];
  const most = Math.max(bolt.torque.high ?? bolt.torqueNm, ...trace.y) * 1.08;
  const angle = scaleLinear([0, Math.max(90, ...trace.x)], [x0, x0 + width]);
  const torque = scaleLinear([0, most], [y0 + height, y0]);
  const nm = (value: number) => writeQuantity({ value, dimension: 'torque', resolution: 1 }, reader);
  const found = step.now.answer?.calculator === 'torque-trace' ? step.now.answer : undefined;
  const last = trace.x.length - 1;
  return {
    title: 'Torque against angle, as the wrench recorded it',
    places: {
      'by-hand': { at: [28, 156] },
      trace: { at: [106, 222] },
      // What the trace makes needless, out of the way.
      wrench: { at: [106, 312] },
      adaptor: { at: [276, 312] },
      angle: { at: [106, 386] },
      set: { at: [276, 386] },
      click: { at: [28, 466] },
      turned: { at: [300, 240], width: 210 },
    },
    ...(found && {
      twin: [
        ['Ended at', nm(found.finalNm)],
        [
          'Turned since snug',
          found.angleFromSnugDeg == null ? 'never snug' : `${writeNumber(found.angleFromSnugDeg, 1)}°`,
        ],
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-structure)" strokeWidth="1.5">
          <path d={`M${x0} ${y0}V${y0 + height}H${x0 + width}`} />
          {torque.ticks(5).map((tick) => (
            <g key={tick}>
              <path d={`M${x0 - 6} ${torque(tick)}h6`} />
              <Words at={[x0 - 10, torque(tick) + 6]} anchor="end">
                {quantityParts({ value: tick, dimension: 'torque', resolution: 1 }, reader)[0]}
              </Words>
            </g>
          ))}
          {angle.ticks(5).map((tick) => (
            <Words key={tick} at={[angle(tick), y0 + height + 25]} anchor="middle">
              {`${tick}°`}
            </Words>
          ))}
          {[bolt.torque.low, bolt.torque.high].map(
            (limit) =>
              limit != null && (
                <g key={limit}>
                  <path d={`M${x0} ${torque(limit)}h${width}`} stroke="var(--color-line)" strokeWidth="3" />
                </g>
              ),
          )}
          {bolt.torque.high != null && (
            <rect
              x={x0}
              y={y0}
              width={width}
              height={Math.max(0, torque(bolt.torque.high) - y0)}
              fill="url(#forbidden)"
              fillOpacity="0.5"
              stroke="none"
            />
          )}
          <path
            d={
              line<number>()
                .x((_, i) => angle(trace.x[i]!))
                .y((v) => torque(v))([...trace.y]) ?? ''
            }
            stroke="var(--color-mark)"
            strokeWidth="4"
          />
          <circle
            cx={angle(trace.x[last]!)}
            cy={torque(trace.y[last]!)}
            r="7"
            fill="var(--color-mark)"
            stroke="none"
          />
        </g>
        <Words at={[x0 + 14, torque(bolt.torque.low ?? bolt.torqueNm) + 24]} bold>
          {`wanted ${nm(bolt.torque.low ?? bolt.torqueNm)} to ${nm(bolt.torque.high ?? bolt.torqueNm)}`}
        </Words>
        {found && (
          <Words at={[x0 + width - 10, y0 + height - 16]} anchor="end" size={24} bold tone="mark">
            {`ended at ${nm(found.finalNm)}`}
          </Words>
        )}
      </>
    ),
  };
}
