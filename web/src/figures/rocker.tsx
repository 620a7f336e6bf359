import type { ReactNode } from 'react';
import type { EngineSheet, RockerSetAnswer, StepState, TaskState } from '../api/types';
import { writeMm, writeQuantity, type Reader } from '../entry/wording';
import { ForceBand, pressing as recorded, recordedAt } from './forceBand';
import { Dimension, Hatches, LimitScale, ScaleBar, Words } from './parts';
import { liveValue, slotsOf, type Pick, type Place, type Point, type Scene, type SceneInput } from './scene';

type Rockers = NonNullable<EngineSheet['rockers']>;
type Kit = Rockers['kits'][number];
type Set = RockerSetAnswer;
export type Shape = 'to-do' | 'half' | 'done' | 'decide' | 'look-again' | 'stop';

const numberOf = (item: string): string => item.replace('rocker-', '');

const stepsOf = (task: TaskState, item: string): readonly StepState[] =>
  task.steps.filter((s) => s.ref.item === item && s.status !== 'left-out');

/** The set as the core sees it: what each measured, what stands out, what is half done. */
export const setOf = (task: TaskState): Set | undefined => {
  const answer = task.steps.find((s) => s.ref.step === 'tray')?.now.answer;
  return answer?.calculator === 'rocker-trunnions' ? answer : undefined;
};

/** How a rocker stands: its worst call, or how far it is; what stands out of the set shows as that. */
export function shapeOf(task: TaskState, item: string): Shape {
  const steps = stepsOf(task, item);
  const open = steps.find((s) => !s.passed);
  const odd = setOf(task)
    ?.measures.flatMap((m) => m.values)
    .filter((v) => v.item === item && (v.verdict === 'stop' || v.verdict === 'decide'))
    .map((v) => v.verdict);
  const tray = task.steps.find((s) => s.ref.step === 'tray');
  const call = open?.verdict;
  if (call && call !== 'go' && !open.blockedBy) return call;
  if (odd?.length && !tray?.passed) return odd.includes('stop') ? 'stop' : 'decide';
  if (!open) return 'done';
  return steps.some((s) => s.status !== 'open' && s.status !== 'blocked') ? 'half' : 'to-do';
}

const shapeWords: Record<Shape, string> = {
  'to-do': 'to do',
  half: 'half done',
  done: 'done',
  decide: 'you decide',
  'look-again': 'look again',
  stop: 'stop',
};

/** The call's shape on the field: told by form as well as by colour. */
function ShapeMark({ shape, at: [x, y], size }: { shape: Shape; at: Point; size: number }) {
  const r = size / 2;
  const square = `M${x - r} ${y - r}h${size}v${size}h${-size}z`;
  const diamond = `M${x} ${y - r - 2}L${x + r + 2} ${y}L${x} ${y + r + 2}L${x - r - 2} ${y}z`;
  if (shape === 'done') return <path d={square} fill="var(--color-line)" />;
  if (shape === 'to-do')
    return <path d={`M${x - r} ${y}h${size}`} stroke="var(--color-structure)" strokeWidth="3" />;
  if (shape === 'half')
    return (
      <g>
        <path d={square} fill="none" stroke="var(--color-line)" strokeWidth="2.5" />
        <path d={`M${x - r} ${y - r}h${r}v${size}h${-r}z`} fill="var(--color-line)" />
      </g>
    );
  if (shape === 'decide')
    return (
      <path
        d={`M${x - r} ${y - r}h${size}L${x} ${y + r}z`}
        fill="none"
        stroke="var(--color-mark)"
        strokeWidth="3"
      />
    );
  return (
    <g>
      <path
        d={diamond}
        fill={shape === 'stop' ? 'var(--color-mark)' : 'none'}
        stroke="var(--color-mark)"
        strokeWidth="3"
      />
      {shape === 'stop' && (
        <path d={`M${x - r * 0.6} ${y}h${r * 1.2}`} stroke="var(--color-field)" strokeWidth="3.5" />
      )}
    </g>
  );
}

interface TrayShape {
  drawing: ReactNode;
  picks: readonly Pick[];
  bottom: number;
}

/** The set as it lies on the engine: banks apart, front at the left, each with its number and how it stands. */
export function trayOf(rockers: Rockers, task: TaskState, here: string, top = 48): TrayShape {
  const all = [...rockers.places].sort((a, b) => a.number - b.number);
  const banks = [...new Set(all.map((p) => p.bank))];
  const rows = all.length > 16 ? banks.map((b) => all.filter((p) => p.bank === b)) : [all];
  const [x0, width, pitch] = [22, 1004, 92];
  const picks: Pick[] = [];
  const drawn = rows.flatMap((row, r) => {
    const gaps = new Set(row.map((p) => p.bank)).size - 1;
    const each = (width - gaps * 26) / row.length;
    return row.map((p, i) => {
      const before = new Set(row.slice(0, i + 1).map((q) => q.bank)).size - 1;
      const [cx, cy] = [x0 + each * (i + 0.5) + before * 26, top + pitch * r + 36];
      const item = `rocker-${p.number}`;
      const shape = shapeOf(task, item);
      const at = item === here;
      const w = Math.min(30, each * 0.42);
      picks.push({
        item,
        words: `Rocker ${p.number}, ${p.bank} bank, ${p.valve}: ${shapeWords[shape]}`,
        at: [cx - each / 2 + 2, top + pitch * r],
        width: each - 4,
        height: pitch - 8,
      });
      return (
        <g key={item} fill="none" stroke="var(--color-line)" strokeWidth="2">
          {at && (
            <rect
              x={cx - each / 2 + 2}
              y={top + pitch * r - 2}
              width={each - 4}
              height={pitch - 6}
              stroke="var(--color-mark)"
              strokeWidth="4"
            />
          )}
          {/* Seen from above: the boss round the trunnion, the valve's end and the rod's end. */}
          <path
            d={`M${cx - w} ${cy - 8}Q${cx - w - 4} ${cy} ${cx - w} ${cy + 8}L${cx} ${cy + 15}L${cx + w} ${cy + 7}Q${cx + w + 4} ${cy} ${cx + w} ${cy - 7}L${cx} ${cy - 15}z`}
            stroke="var(--color-structure)"
            fill={shape === 'to-do' ? 'none' : 'var(--color-field-deep)'}
          />
          <circle
            cx={cx}
            cy={cy}
            r="15"
            fill="var(--color-field)"
            stroke={at ? 'var(--color-mark)' : 'var(--color-line)'}
          />
          <Words at={[cx, cy + 7]} anchor="middle" bold size={20} tone={at ? 'mark' : 'line'}>
            {p.number}
          </Words>
          <ShapeMark shape={shape} at={[cx, cy + 34]} size={15} />
        </g>
      );
    });
  });
  const bottom = top + pitch * rows.length;
  return {
    picks,
    bottom,
    drawing: (
      <>
        {drawn}
        <path
          d={`M${x0 - 8} ${top - 4}H${x0 + width + 8}V${bottom - 4}H${x0 - 8}z`}
          fill="none"
          stroke="var(--color-structure)"
          strokeWidth="1.5"
        />
      </>
    ),
  };
}

/** What was left half way, so that whoever comes next sees it. */
function HalfDone({
  set,
  here,
  at,
  task,
}: {
  set: Set | undefined;
  here: string;
  at: Point;
  task: TaskState;
}) {
  const half = set?.halfDone.filter((h) => h.item !== here) ?? [];
  if (half.length === 0) return null;
  const by = (item: string): string => {
    const name = stepsOf(task, item)
      .flatMap((s) => slotsOf(s).flatMap((x) => (x.live ? [x.live] : [])))
      .sort((a, b) => a.doneAt.localeCompare(b.doneAt))
      .at(-1)?.by.name;
    return name ? ` by ${name}` : '';
  };
  return (
    <>
      {half.slice(0, 2).map((h, i) => (
        <Words key={h.item} at={[at[0], at[1] + i * 24]} tone="mark" bold>
          {`Rocker ${numberOf(h.item)} half done${by(h.item)}: ${h.last.toLowerCase()}. Next: ${h.next.toLowerCase()}.`}
        </Words>
      ))}
    </>
  );
}

/** A measure across the set: one dot a rocker, the middle of the set, what is too far off filled and numbered. */
export function StripPlot({
  measure,
  here,
  at: [x, y],
  width,
  reader,
}: {
  measure: Set['measures'][number];
  here: string;
  at: Point;
  width: number;
  reader: Reader;
}) {
  const values = measure.values;
  const say = (value: number): string =>
    writeQuantity({ value, dimension: measure.dimension, resolution: measure.resolution }, reader);
  if (values.length === 0 || measure.median == null || measure.spread == null)
    return <Words at={[x, y]}>{`${measure.words}: none yet`}</Words>;
  const reach = Math.max(measure.spread * 7.5, ...values.map((v) => Math.abs(v.value - measure.median!)));
  const px = (value: number): number =>
    x + width / 2 + ((value - measure.median!) / (reach || 1)) * (width / 2 - 16);
  const odd = values.filter((v) => v.verdict === 'stop' || v.verdict === 'decide');
  return (
    <g fill="none" stroke="var(--color-structure)" strokeWidth="1.5">
      <Words at={[x, y - 22]}>{measure.words}</Words>
      <Words at={[x + width, y - 22]} anchor="end" bold>
        {`middle ${say(measure.median)}`}
      </Words>
      <rect
        x={px(measure.median - 3.5 * measure.spread)}
        y={y - 12}
        width={px(measure.median + 3.5 * measure.spread) - px(measure.median - 3.5 * measure.spread)}
        height="24"
        fill="var(--color-structure)"
        fillOpacity="0.28"
        stroke="none"
      />
      <path d={`M${x} ${y}H${x + width}M${px(measure.median)} ${y - 15}v30`} />
      {values.map((v) => (
        <circle
          key={v.item}
          cx={px(v.value)}
          cy={y}
          r={v.item === here ? 8 : 6}
          fill={v.item === here || odd.includes(v) ? 'var(--color-mark)' : 'var(--color-field)'}
          stroke={v.item === here || odd.includes(v) ? 'var(--color-mark)' : 'var(--color-line)'}
          strokeWidth="2.5"
        />
      ))}
      {odd.slice(0, 2).map((v) => (
        <Words key={v.item} at={[px(v.value), y + 30]} anchor="middle" tone="mark" bold>
          {`${numberOf(v.item)}: ${say(v.value)}`}
        </Words>
      ))}
    </g>
  );
}

/** The tray: what is laid out, and once rockers are done, each measure of the set against itself. */
export function tray({ sheet, task, step, reader }: SceneInput): Scene {
  const rockers = sheet.rockers;
  if (!rockers) return { title: step.title, places: {}, drawing: null };
  const slots = slotsOf(step);
  const set = setOf(task);
  const { drawing, picks, bottom } = trayOf(rockers, task, '');
  const plots = step.ref.step === 'tray' ? (set?.measures ?? []) : [];
  const half = set && set.halfDone.length > 0;
  const from = bottom + (half ? 66 : 42);
  return {
    title: `The set on its tray, ${rockers.places.length} rockers, front at the left`,
    picks,
    places: Object.fromEntries(
      slots.map(({ slot }, i): [string, Place] => [slot.key, { at: [28, from + 12 + i * 82] }]),
    ),
    choice: { left: 620, bottom: 16, width: 300 },
    ...(set && {
      twin: set.measures.flatMap((m) =>
        m.values.map(
          (v) =>
            [
              `${m.words}, rocker ${numberOf(v.item)}`,
              writeQuantity({ value: v.value, dimension: m.dimension, resolution: m.resolution }, reader),
            ] as const,
        ),
      ),
    }),
    drawing: (
      <>
        <Hatches />
        {drawing}
        <HalfDone set={set} here="" at={[28, bottom + 24]} task={task} />
        {plots.map((m, i) => (
          <StripPlot
            key={m.step}
            measure={m}
            here=""
            at={[40 + (i % 2) * 510, from + 66 + Math.floor(i / 2) * 124]}
            width={460}
            reader={reader}
          />
        ))}
        {plots.some((m) => m.values.length > 0 && m.values.length < 6) && (
          <Words at={[40, 482]}>From six on, the set tells which one is odd.</Words>
        )}
        {plots.some((m) => m.values.length >= 6) && (
          <Words at={[40, 482]}>
            Shaded: alike, within 3.5 spreads of the set’s middle. Outside it, look at that rocker.
          </Words>
        )}
      </>
    ),
  };
}

const kitOf = (rockers: Rockers, task: TaskState): Kit =>
  rockers.kits.find((k) => k.id === task.choices.find((c) => c.id === 'kit')?.chosen) ?? rockers.kits[0]!;

const order = ['out', 'body', 'first', 'inside', 'trunnion', 'second', 'float', 'clips'];

/** A rocker's body cut along its trunnion, to scale, with what is in it by now. */
function Section({
  rockers,
  kit,
  at: [cx, cy],
  s,
  stage,
  firstMm,
  secondMm,
}: {
  rockers: Rockers;
  kit: Kit;
  at: Point;
  s: number;
  stage: number;
  /** How far below the face each side lies; nothing where it is not in. */
  firstMm: number | undefined;
  secondMm: number | undefined;
}) {
  const { body, trunnion } = rockers;
  const [w, r, bore] = [(body.widthMm / 2) * s, (body.outerMm / 2) * s, (body.boreMm / 2) * s];
  const inner = (Math.max(kit.innerMm, trunnion.diameterMm) / 2) * s;
  const ring = (from: number, to: number, key: string, fill: string) =>
    [1, -1].map((sign) => (
      <rect
        key={`${key}${sign}`}
        x={from}
        y={sign > 0 ? cy - bore : cy + inner}
        width={to - from}
        height={bore - inner}
        fill={fill}
      />
    ));
  const t = (trunnion.diameterMm / 2) * s;
  const clip = (trunnion.betweenClipsMm / 2) * s;
  return (
    <g fill="none" stroke="var(--color-line)" strokeWidth="2.5">
      {[1, -1].map((sign) => (
        <rect
          key={sign}
          x={cx - w}
          y={sign > 0 ? cy - r : cy + bore}
          width={2 * w}
          height={r - bore}
          fill="url(#cut)"
          stroke="var(--color-structure)"
        />
      ))}
      {firstMm !== undefined &&
        ring(cx - w + firstMm * s, cx - w + (firstMm + kit.lengthMm) * s, 'first', 'url(#cut-back)')}
      {secondMm !== undefined &&
        ring(cx + w - (secondMm + kit.lengthMm) * s, cx + w - secondMm * s, 'second', 'url(#cut-back)')}
      {stage >= 4 && (
        <rect
          x={cx - (trunnion.lengthMm / 2) * s}
          y={cy - t}
          width={trunnion.lengthMm * s}
          height={2 * t}
          fill="var(--color-field-deep)"
        />
      )}
      {stage >= 7 &&
        [-1, 1].map((end) => (
          <path
            key={end}
            d={`M${cx + end * (clip + 3)} ${cy - t - 9}V${cy - t + 5}M${cx + end * (clip + 3)} ${cy + t - 5}V${cy + t + 9}`}
            stroke="var(--color-mark)"
            strokeWidth="6"
          />
        ))}
      <path
        d={`M${cx - w - 30} ${cy}H${cx + w + 30}`}
        stroke="var(--color-structure)"
        strokeWidth="1"
        strokeDasharray="16 4 3 4"
      />
    </g>
  );
}

/** One rocker: the tray it lies in, its section as far as it is, and what is measured on it. */
export function rocker({ sheet, task, step, reader, live }: SceneInput): Scene {
  const rockers = sheet.rockers;
  if (!rockers) return { title: step.title, places: {}, drawing: null };
  const { item } = step.ref;
  const kit = kitOf(rockers, task);
  const place = rockers.places.find((p) => `rocker-${p.number}` === item);
  const slots = slotsOf(step);
  const set = setOf(task);
  const { drawing, picks, bottom } = trayOf(rockers, task, item);
  const own = (id: string) => task.steps.find((s) => s.ref.step === id && s.ref.item === item);
  const stage = order.indexOf(step.ref.step);
  const pressing = step.ref.step === 'first' || step.ref.step === 'second';
  // Where a side lies: as it was read, as the core expects it once it was pressed, or as it was started by hand.
  const depthOf = (id: string, key: string): number | undefined => {
    const at = own(id);
    if (!at || (stage <= order.indexOf(id) && !slotsOf(at).some((x) => x.live))) return undefined;
    const pressed = slotsOf(at).some((x) => (x.slot.key === 'trace' || x.slot.key === 'peak') && x.live);
    const home = slotsOf(at).find((x) => x.slot.key === key)?.slot.expected ?? 0;
    return liveValue(at, key) ?? (pressed ? home : -kit.lengthMm);
  };
  const places: Record<string, Place> = {};
  const top = bottom + 36;
  const big: Point = [820, (top + 490) / 2];
  const s = Math.min(8, (470 - top) / rockers.body.outerMm, 300 / rockers.trunnion.lengthMm);
  const centre: Point = pressing ? [540, top + 74] : big;
  const scale = pressing ? Math.min(3.6, s) : s;
  const half: Point = [(rockers.trunnion.lengthMm / 2) * scale, (rockers.body.outerMm / 2) * scale];

  if (pressing) {
    const ticks = slots.filter((x) => x.slot.kind === 'tick' && x.slot.key !== 'swarf');
    ticks.forEach((x, i) => (places[x.slot.key] = { at: [28, top + 18 + i * 68], width: 380 }));
    const y = top + (ticks.length > 1 ? 158 : 92);
    const [a, b] = step.ref.step === 'first' ? ['trace', 'flush'] : ['trace', 'depth'];
    places[a] = { at: [106, y] };
    places.peak = { at: [278, y] };
    places[b] = {
      at: [452, y + 108],
      to: [
        centre[0] + (step.ref.step === 'first' ? -1 : 1) * (rockers.body.widthMm / 2) * scale,
        centre[1] - half[1] * 0.62,
      ],
      from: [452, y + 82],
    };
    places.swarf = { at: [28, y + 108], width: 320 };
  } else if (step.ref.step === 'body') {
    places.washed = { at: [28, top + 22], width: 400 };
    const face = (sign: 1 | -1): number => big[0] + sign * (rockers.body.widthMm / 2) * s;
    const wall = (rockers.body.boreMm / 2) * s;
    places['bore-0'] = { at: [560, top + 30], to: [face(-1), big[1] - wall] };
    places['bore-90'] = { at: [560, top + 122], to: [face(-1), big[1] + wall] };
    places['bush-0'] = { at: [106, top + 122] };
    places['bush-90'] = { at: [278, top + 122] };
    places.trunnion = { at: [106, top + 228] };
  } else if (step.ref.step === 'inside') {
    const wall = (kit.innerMm / 2) * s;
    places['inside-0'] = { at: [520, top + 60], to: [big[0] - half[0] * 0.62, big[1] - wall] };
    places['inside-90'] = { at: [520, top + 190], to: [big[0] - half[0] * 0.62, big[1] + wall] };
  } else if (step.ref.step === 'float') {
    places.float = {
      at: [520, top + 60],
      to: [big[0] - (rockers.body.widthMm / 2) * s - 2, big[1] - (rockers.trunnion.diameterMm / 2) * s - 6],
    };
  } else {
    let y = top - 6;
    for (const { slot } of slots) {
      // Four words to pick from take two rows, until one is picked.
      const tall =
        slot.kind === 'pick' ? ((slot.options?.length ?? 0) > 3 ? 126 : 82) : slot.kind === 'tick' ? 64 : 78;
      places[slot.key] =
        slot.kind === 'number' ? { at: [106, y + 26] } : { at: [28, y + tall / 2], width: 500 };
      y += tall + 14;
    }
  }

  const checks = step.now.call?.checks.filter((c) => c.dimension === 'length') ?? [];
  const measure = set?.measures.find((m) => m.step === step.ref.step);
  const force = pressing && recorded(step, live);
  const others = force
    ? rockers.places
        .filter((p) => `rocker-${p.number}` !== item)
        .flatMap((p) => {
          const trace = recordedAt(
            task.steps.find((q) => q.ref.step === step.ref.step && q.ref.item === `rocker-${p.number}`),
          );
          return trace ? [force.from(trace)] : [];
        })
    : [];
  return {
    title: `Rocker ${place?.number ?? ''}, ${place?.bank ?? ''} bank, ${place?.valve ?? ''}: its body cut along the trunnion`,
    picks,
    places: Object.fromEntries(
      Object.entries(places).filter(([key]) => slots.some((x) => x.slot.key === key)),
    ),
    ...(measure &&
      measure.median != null && {
        twin: measure.values.map(
          (v) =>
            [
              `${measure.words}, rocker ${numberOf(v.item)}`,
              writeQuantity(
                { value: v.value, dimension: measure.dimension, resolution: measure.resolution },
                reader,
              ),
            ] as const,
        ),
      }),
    drawing: (
      <>
        <Hatches />
        {drawing}
        <HalfDone set={set} here={item} at={[28, bottom + 20]} task={task} />
        <Section
          rockers={rockers}
          kit={kit}
          at={centre}
          s={scale}
          stage={stage}
          firstMm={depthOf('first', 'flush')}
          secondMm={depthOf('second', 'depth')}
        />
        {force && force.curve && (
          <ForceBand
            curve={force.curve}
            reader={reader}
            x={690}
            y={top + 8}
            width={330}
            height={measure && measure.values.length > 0 ? 150 : 240}
            trace={force.trace}
            others={others}
          />
        )}
        {pressing && measure && measure.values.length > 0 && (
          <StripPlot measure={measure} here={item} at={[660, 458]} width={366} reader={reader} />
        )}
        {step.ref.step === 'float' && (
          <Dimension
            from={[big[0] - (rockers.trunnion.betweenClipsMm / 2) * s, big[1] + half[1] - 4]}
            to={[big[0] + (rockers.trunnion.betweenClipsMm / 2) * s, big[1] + half[1] - 4]}
            words={`${writeMm(rockers.trunnion.betweenClipsMm, reader)} between the clips’ grooves`}
            below
          />
        )}
        {!pressing && checks.length > 0 && step.ref.step !== 'body' && (
          <LimitScale at={[40, top + 60]} width={370} checks={checks} reader={reader} />
        )}
        {!pressing && measure && measure.values.length > 0 && step.ref.step !== 'body' && (
          <StripPlot measure={measure} here={item} at={[40, 440]} width={370} reader={reader} />
        )}
        {!pressing && (
          <ScaleBar
            at={[step.ref.step === 'float' ? 600 : 930, 486]}
            px={5 * scale}
            words={writeMm(5, reader, 1)}
          />
        )}
      </>
    ),
  };
}
