import { scaleLinear } from 'd3-scale';
import { curveCardinalClosed, line } from 'd3-shape';
import type { EngineSheet } from '../api/types';
import { clockText, writeMm, writeQuantity, writeSentence } from '../entry/wording';
import { Hatches, Hub, Key, LimitScale, Nose, ScaleBar, Words } from './parts';
import {
  liveValue,
  onCircle,
  rows,
  scaled,
  slotsOf,
  type Place,
  type Point,
  type Scene,
  type SceneInput,
} from './scene';

/** Things to look at and pick, each with a leader to where it is on the part. */
export function inspect({ sheet, step }: SceneInput): Scene {
  const slots = slotsOf(step).map((x) => x.slot);
  const { balancer } = sheet;
  const s = scaled([842, 262], 2.3);
  const front = -balancer.hub.lengthMm - 14;
  const r = balancer.nose.diameterMm / 2;
  const rubber = balancer.ring.innerDiameterMm / 2 - balancer.ring.rubberMm / 2;
  const web = front + balancer.hub.lengthMm / 2;
  const half = balancer.ring.widthMm / 2;
  const spots: Record<string, Point> = {
    clean: [s.x(web), s.y(balancer.ring.outerDiameterMm / 2)],
    front: [s.x(web - half), s.y(rubber)],
    back: [s.x(web + half), s.y(rubber)],
    ring: [s.x(web), s.y(-balancer.ring.outerDiameterMm / 2 + 6)],
    bore: [s.x(front + 20), s.y(r)],
    keyway: [s.x(balancer.nose.lengthMm - 20), s.y(r + 1)],
    nose: [s.x(3), s.y(-r + 1)],
  };
  const placed = rows(slots, 28, 96, 96);
  return {
    title: `${step.title}: look, and pick what you find`,
    places: Object.fromEntries(
      Object.entries(placed).map(([key, place]) => [
        key,
        {
          ...place,
          width: 520,
          from: [key === 'clean' ? 428 : 548, place.at[1]] as const,
          ...(spots[key] ? { to: spots[key] } : {}),
        },
      ]),
    ),
    drawing: (
      <>
        <Hatches />
        <Nose sheet={sheet} s={s} />
        <Hub sheet={sheet} s={s} front={front} />
        <Key sheet={sheet} s={s} />
      </>
    ),
  };
}

const sweepDegrees = [0, 45, 90, 135, 180, 225, 270, 315];

/** The ring from the front with a dial on it, eight readings round it, and the run-out magnified. */
export function sweep({ sheet, step, reader, open }: SceneInput): Scene {
  const radial = step.ref.step === 'radial';
  const centre: Point = [430, 256];
  const outer = 108;
  const { ring, hub } = sheet.balancer;
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
          <circle cx={centre[0]} cy={centre[1]} r={outer} />
          <circle cx={centre[0]} cy={centre[1]} r={(ring.innerDiameterMm / 2) * scale} />
          <circle
            cx={centre[0]}
            cy={centre[1]}
            r={(ring.innerDiameterMm / 2 - ring.rubberMm) * scale}
            stroke="var(--color-structure)"
          />
          <circle cx={centre[0]} cy={centre[1]} r={(hub.outerDiameterMm / 2) * scale} />
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

/** The hub's track to scale along the axis: where the lip runs, the groove, and every way to move it off. */
export function track({ sheet, step, reader }: SceneInput): Scene {
  const seal = sheet.balancer.sealTrack;
  const slots = slotsOf(step).map((x) => x.slot);
  const felt = slots.length > 1;
  const places: Record<string, Place> = {
    groove: { at: [24, 104], width: 400 },
    ...(felt
      ? {
          centre: { at: [112, 168] as const },
          width: { at: [276, 168] as const },
          depth: { at: [112, 262] as const },
        }
      : {}),
  };
  if (!seal) return { title: step.title, places, drawing: null };
  const z = scaleLinear([seal.fromMm - 3, seal.toMm + 3], [500, 1010]);
  const found = step.now.answer?.calculator === 'lip-track' ? step.now.answer : undefined;
  const [centre, width] = [liveValue(step, 'centre'), liveValue(step, 'width')];
  const top = 96;
  const pick = found?.options.find((o) => o.kind === found.pick);
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
                {o.clearMm != null
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

const outcomes = {
  reuse: 'Use it again',
  're-mark': 'Re-mark it',
  sleeve: 'Sleeve it',
  replace: 'Replace it',
} as const;

/** The decision tree as it was gone through: the branch taken is drawn bold, the others thin. */
export function tree({ step, reader }: SceneInput): Scene {
  const found = step.now.answer?.calculator === 'balancer-verdict' ? step.now.answer : undefined;
  const pitch = 62;
  const branches = found?.branches ?? [];
  const top = 76;
  const first = branches.findIndex((b) => b.fault && b.leadsTo === found!.outcome);
  const end = first === -1 ? branches.length : first;
  return {
    title: 'What becomes of it: one question after another',
    places: {},
    ...(found && {
      twin: [
        ...branches.map(
          (b) => [b.ask, `${b.fault ? 'no' : 'yes'}: ${writeSentence(b.found, reader)}`] as const,
        ),
        ['So', outcomes[found.outcome]] as const,
      ],
    }),
    drawing: (
      <>
        {branches.map((b, i) => {
          const y = top + i * pitch;
          const onPath = i <= end;
          const taken = i === end;
          return (
            <g key={b.ask} fill="none">
              <rect
                x={40}
                y={y}
                width={330}
                height={44}
                stroke={onPath ? 'var(--color-line)' : 'var(--color-structure)'}
                strokeWidth={onPath ? 3 : 1.5}
              />
              <Words at={[54, y + 29]} size={20} bold={onPath}>
                {b.ask}
              </Words>
              <path
                d={`M205 ${y + 44}v${pitch - 44}`}
                stroke={i < end ? 'var(--color-mark)' : 'var(--color-structure)'}
                strokeWidth={i < end ? 5 : 1.5}
              />
              {i < end && (
                <Words at={[216, y + 59]} tone="mark" bold>
                  yes
                </Words>
              )}
              <Words at={[386, y + 29]} bold={onPath}>
                {writeSentence(b.found, reader)}
              </Words>
              <path
                d={`M660 ${y + 22}H758m-12 -8l12 8l-12 8`}
                stroke={taken ? 'var(--color-mark)' : 'var(--color-structure)'}
                strokeWidth={taken ? 5 : 1.5}
              />
              <Words at={[664, y + 16]} tone={taken ? 'mark' : 'line'} bold={taken}>
                {b.fault ? 'no' : 'if not'}
              </Words>
              <rect
                x={762}
                y={y}
                width={250}
                height={44}
                stroke={taken ? 'var(--color-mark)' : 'var(--color-structure)'}
                strokeWidth={taken ? 5 : 1.5}
              />
              <Words at={[778, y + 29]} size={20} bold={taken} tone={taken ? 'mark' : 'line'}>
                {outcomes[b.leadsTo]}
              </Words>
            </g>
          );
        })}
        {found && (
          <g fill="none">
            <rect
              x={40}
              y={top + branches.length * pitch}
              width={330}
              height={44}
              stroke={first === -1 ? 'var(--color-mark)' : 'var(--color-structure)'}
              strokeWidth={first === -1 ? 5 : 1.5}
            />
            <Words
              at={[54, top + branches.length * pitch + 29]}
              size={20}
              bold={first === -1}
              tone={first === -1 ? 'mark' : 'line'}
            >
              {outcomes.reuse}
            </Words>
          </g>
        )}
        {!found && (
          <Words at={[60, 120]} size={22}>
            {step.blockedBy ?? 'Look at and measure everything first.'}
          </Words>
        )}
      </>
    ),
  };
}

/** Where true centre lies between the two readings at the positive stop. */
export function positiveStop({ sheet, step, reader }: SceneInput): Scene {
  const { ring, hub } = sheet.balancer;
  const centre: Point = [690, 280];
  const scale = 168 / (ring.outerDiameterMm / 2);
  const outer = 168;
  const [before, after] = [liveValue(step, 'before'), liveValue(step, 'after')];
  const found = step.now.answer?.calculator === 'top-dead-centre' ? step.now.answer : undefined;
  // Turning clockwise, the mark stands before the pointer first, then after it.
  const spoke = (deg: number, tone: string, wide: number) => {
    const [a, b] = [onCircle(centre, outer - 34, deg), onCircle(centre, outer, deg)];
    return <path d={`M${a.join(' ')}L${b.join(' ')}`} stroke={tone} strokeWidth={wide} />;
  };
  const degrees = (value: number) => writeQuantity({ value, dimension: 'angle', resolution: 0.1 }, reader);
  return {
    title: 'The ring from the front: the mark at the positive stop, turned both ways',
    places: {
      stop: { at: [28, 92], width: 380 },
      before: { at: [112, 156], to: onCircle(centre, outer, -(before ?? 24)) },
      after: { at: [112, 262], to: onCircle(centre, outer, after ?? 24) },
    },
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <circle cx={centre[0]} cy={centre[1]} r={outer} />
          <circle cx={centre[0]} cy={centre[1]} r={(ring.innerDiameterMm / 2) * scale} />
          <circle
            cx={centre[0]}
            cy={centre[1]}
            r={(ring.innerDiameterMm / 2 - ring.rubberMm) * scale}
            stroke="var(--color-structure)"
          />
          <circle cx={centre[0]} cy={centre[1]} r={(hub.outerDiameterMm / 2) * scale} />
          <path d={`M${centre[0]} ${centre[1] - outer - 4}l-11 -30h22z`} fill="var(--color-line)" />
          {before !== undefined && spoke(-before, 'var(--color-structure)', 5)}
          {after !== undefined && spoke(after, 'var(--color-structure)', 5)}
          {found && spoke(-found.trueTdcDeg, 'var(--color-mark)', 7)}
        </g>
        {found && (
          <>
            <Words at={[28, 400]} size={26} bold tone="mark">
              {`true centre ${degrees(Math.abs(found.markErrorDeg))} ${found.markErrorDeg === 0 ? 'on the mark' : found.markErrorDeg > 0 ? 'before the mark' : 'after the mark'}`}
            </Words>
            <Words at={[28, 430]}>half the difference of the two readings</Words>
            {found.moveMarkMm != null && (
              <Words
                at={[28, 456]}
              >{`${writeMm(Math.abs(found.moveMarkMm), reader, 0.1)} round the ring`}</Words>
            )}
          </>
        )}
      </>
    ),
  };
}

/** Whether a sheet's balancer is held by bolts on a circle, and which. */
const ringOf = (sheet: EngineSheet) => {
  const { body, flange } = sheet.balancer;
  return flange
    ? { circle: flange.boltCircleMm, major: flange.majorMm, torque: flange.torqueNm, pilot: flange.pilotMm }
    : {
        circle: body!.screwCircleMm,
        major: body!.majorMm,
        torque: body!.torqueNm,
        pilot: sheet.balancer.nose.diameterMm,
      };
};

/** Bolts on their circle from the front, numbered in the order of tightening. */
export function boltRing({ sheet, step, reader, open }: SceneInput): Scene {
  const held = ringOf(sheet);
  const centre: Point = [430, 272];
  const scale = 84 / (held.circle / 2);
  const slots = slotsOf(step);
  const out = 178;
  return {
    title: 'The bolts from the front, numbered in the order of tightening',
    places: Object.fromEntries(
      slots.map(({ slot }) => {
        const deg = slot.angleDeg ?? 0;
        const [x, y] = onCircle(centre, out, deg);
        const side = Math.abs(Math.sin((deg * Math.PI) / 180)) < 0.3 ? x : x + Math.sign(x - centre[0]) * 80;
        return [
          slot.key,
          {
            at: [side, Math.min(Math.max(y - 10, 66), 420)] as const,
            to: onCircle(centre, (held.circle / 2) * scale + 21, deg),
          },
        ];
      }),
    ),
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <circle cx={centre[0]} cy={centre[1]} r={(held.circle / 2) * scale + 30} />
          <circle
            cx={centre[0]}
            cy={centre[1]}
            r={(held.circle / 2) * scale}
            stroke="var(--color-structure)"
            strokeDasharray="6 6"
          />
          <circle cx={centre[0]} cy={centre[1]} r={(held.pilot / 2) * scale} />
          {slots.map(({ slot, live }, i) => {
            const [x, y] = onCircle(centre, (held.circle / 2) * scale, slot.angleDeg ?? 0);
            const now = slot.key === open;
            return (
              <g key={slot.key}>
                <circle
                  cx={x}
                  cy={y}
                  r="19"
                  fill={live ? 'var(--color-line)' : 'var(--color-field-deep)'}
                  stroke={now ? 'var(--color-mark)' : 'var(--color-line)'}
                  strokeWidth={now ? 5 : 2}
                />
                <text
                  x={x}
                  y={y + 7}
                  textAnchor="middle"
                  fontSize="20"
                  fontWeight="700"
                  stroke="none"
                  fill={live ? 'var(--color-field)' : 'var(--color-line)'}
                >
                  {i + 1}
                </text>
              </g>
            );
          })}
        </g>
        <Words at={[790, 130]} size={22}>
          each to
        </Words>
        <Words at={[790, 176]} size={38} bold tone="mark">
          {writeQuantity({ value: held.torque, dimension: 'torque', resolution: 1 }, reader)}
        </Words>
        <Words at={[790, 214]}>filled: done</Words>
        <Words at={[790, 240]}>across and across, a star</Words>
      </>
    ),
  };
}
