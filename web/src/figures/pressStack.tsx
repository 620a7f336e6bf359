import type { EngineSheet, PressSupportAnswer, TaskState } from '../api/types';
import { writeMm, type Reader } from '../entry/wording';
import { Hatches, ScaleBar, Words } from './parts';
import { slotsOf, type Place, type Scene, type SceneInput } from './scene';

interface Piece {
  id: string;
  name?: string | null;
  outerMm?: number | null;
  innerMm?: number | null;
  lengthMm?: number | null;
}

/** What the sheet adds to what the core was asked: how wide the body is, how long the part, what stands inside it. */
interface Stacked {
  outerMm: number;
  lengthMm: number;
  inside?: { diameterMm: number; lengthMm: number };
}

function stacked(sheet: EngineSheet, task: TaskState, into: boolean): Stacked | undefined {
  const { rockers } = sheet;
  if (task.ref.kind === 'rocker-trunnions' && rockers) {
    const kit =
      rockers.kits.find((k) => k.id === task.choices.find((c) => c.id === 'kit')?.chosen) ?? rockers.kits[0]!;
    return {
      outerMm: rockers.body.outerMm,
      lengthMm: kit.lengthMm,
      ...(into && { inside: rockers.trunnion }),
    };
  }
  const part = pressedOf(sheet, task);
  return part && { outerMm: part.outer.outerDiameterMm, lengthMm: part.inner.lengthMm };
}

/** The pressed part that a task is about. */
export const pressedOf = (sheet: EngineSheet, task: TaskState) => {
  const kind = task.ref.kind === 'shrunk-pin' ? 'pin' : task.ref.kind.replace('pressed-', '');
  return sheet.pressed?.find((p) => p.kind === kind);
};

/** The press stacked in section, to scale, and why each other piece won't do. */
export function pressStack({ sheet, task, step, reader }: SceneInput): Scene {
  const slots = slotsOf(step);
  const into = step.ref.step !== 'stack-out';
  const made = stacked(sheet, task, into);
  const answer = step.now.answer?.calculator === 'press-support' ? step.now.answer : undefined;
  const source = task.steps.find((s) => s.ref.step === 'stack-out' && s.ref.item === '') ?? step;
  const own = slots.some((x) => x.slot.key === 'stock') ? step : source;
  const laid: readonly Piece[] = slotsOf(own).find((s) => s.slot.key === 'stock')?.live?.stock ?? [];
  const named = (id: string): string => laid.find((p) => p.id === id)?.name ?? id;
  const places: Record<string, Place> = {
    press: { at: [28, 92], width: 400 },
    stock: { at: [28, 184], width: 400 },
    tried: { at: [28, 96], width: 400 },
  };
  const daylight = slotsOf(own).find((s) => s.slot.key === 'press')?.live?.tool?.reachMm;
  return {
    title:
      into && task.ref.kind === 'rocker-trunnions'
        ? 'The stack to press in, in section, to scale'
        : 'The press stacked, in section, to scale',
    places: Object.fromEntries(
      Object.entries(places).filter(([key]) => slots.some((x) => x.slot.key === key)),
    ),
    choice: { left: 28, bottom: 12, width: 200 },
    ...(answer && {
      aside: {
        at: [step.ref.step === 'stack-out' ? 246 : 28, own === step ? 236 : 150],
        width: step.ref.step === 'stack-out' ? 290 : 470,
        height: own === step ? 250 : 336,
        content: <Refusals answer={answer} named={named} />,
      },
    }),
    ...(answer && {
      twin: [
        ['Support', answer.support ? named(answer.support) : 'none fits'],
        ['Pusher', answer.pusher ? named(answer.pusher) : 'none fits'],
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        {made && answer && (
          <Section
            made={made}
            answer={answer}
            support={laid.find((p) => p.id === answer?.support)}
            pusher={laid.find((p) => p.id === answer?.pusher)}
            daylightMm={daylight}
            reader={reader}
          />
        )}
      </>
    ),
  };
}

/** Each piece that won't do, with why; or the sizes to make. */
function Refusals({ answer, named }: { answer: PressSupportAnswer; named: (id: string) => string }) {
  return (
    <div
      className="h-full overflow-y-auto pr-2 text-line"
      tabIndex={0}
      role="region"
      aria-label="Why each other piece won’t do"
    >
      {answer.makeOne && (
        <p className="mb-2 border-l-4 border-mark pl-2 text-base font-semibold text-mark">
          {answer.makeOne.words}
        </p>
      )}
      <p className="text-base font-semibold">Won’t do, and why</p>
      <ul className="text-base leading-snug">
        {answer.refused.map((r) => (
          <li key={r.id} className="mt-1">
            <b>{named(r.id)}</b>: {r.because}.
          </li>
        ))}
      </ul>
    </div>
  );
}

function Section({
  made: { outerMm, lengthMm, inside },
  answer: { body, pushed, stackMm },
  support,
  pusher,
  daylightMm,
  reader,
}: {
  made: Stacked;
  answer: PressSupportAnswer;
  support: Piece | undefined;
  pusher: Piece | undefined;
  daylightMm: number | undefined;
  reader: Reader;
}) {
  const below = support?.lengthMm ?? 0;
  const above = pusher?.lengthMm ?? 0;
  const height = stackMm ?? below + body.heightMm + pushed.proudMm + above;
  const s = Math.min(7, 372 / Math.max(height, 60), 200 / outerMm);
  const [cx, table] = [672, 478];
  const y = (mm: number): number => table - mm * s;
  const ring = (
    key: string,
    outer: number,
    inner: number,
    from: number,
    to: number,
    fill: string,
    stroke = 'var(--color-line)',
  ) =>
    inner === 0 ? (
      <rect
        key={key}
        x={cx - (outer / 2) * s}
        y={y(to)}
        width={outer * s}
        height={(to - from) * s}
        fill={fill}
        stroke={stroke}
      />
    ) : (
      <g key={key}>
        {[-1, 1].map((side) => (
          <rect
            key={side}
            x={side < 0 ? cx - (outer / 2) * s : cx + (inner / 2) * s}
            y={y(to)}
            width={((outer - inner) / 2) * s}
            height={(to - from) * s}
            fill={fill}
            stroke={stroke}
          />
        ))}
      </g>
    );
  const bodyTop = below + body.heightMm;
  const at = pushed.proudMm > 0 ? bodyTop : bodyTop - lengthMm;
  const label = (mm: number, words: string, detail: string, tone: 'line' | 'mark' = 'line') => (
    <g>
      <path d={`M${cx + 12} ${y(mm)}H${cx + 128}`} stroke="var(--color-structure)" strokeWidth="1.5" />
      <circle cx={cx + 12} cy={y(mm)} r="4" fill="var(--color-line)" />
      <Words at={[cx + 136, y(mm) - 2]} bold tone={tone}>
        {words}
      </Words>
      <Words at={[cx + 136, y(mm) + 20]}>{detail}</Words>
    </g>
  );
  const sizes = (p: Piece): string =>
    p.innerMm
      ? `${writeMm(p.outerMm!, reader, 0.1)} × ${writeMm(p.innerMm, reader, 0.1)} hole`
      : writeMm(p.outerMm!, reader, 0.1);
  return (
    <g fill="none" strokeWidth="2.5">
      <path
        d={`M${cx - 150} ${table}h300M${cx - 150} ${table}v14h300v-14`}
        stroke="var(--color-structure)"
        fill="url(#forbidden)"
      />
      {support && ring('support', support.outerMm!, support.innerMm ?? 0, 0, below, 'url(#cut-back)')}
      {ring('body', outerMm, body.boreMm, below, bodyTop, 'url(#cut)', 'var(--color-structure)')}
      {inside && (
        <rect
          x={cx - (inside.diameterMm / 2) * s}
          y={y(below + body.heightMm / 2 + inside.lengthMm / 2)}
          width={inside.diameterMm * s}
          height={inside.lengthMm * s}
          fill="var(--color-field-deep)"
          stroke="var(--color-line)"
        />
      )}
      {ring(
        'pushed',
        pushed.outerMm,
        pushed.innerMm,
        at,
        at + lengthMm,
        'var(--color-field-deep)',
        'var(--color-mark)',
      )}
      {pusher &&
        ring(
          'pusher',
          pusher.outerMm!,
          pusher.innerMm ?? 0,
          bodyTop + pushed.proudMm,
          height,
          'url(#cut-back)',
        )}
      {pusher && (
        <path
          d={`M${cx - 46} ${y(height) - 22}h92v22h-92zM${cx} ${y(height) - 44}v18m-8 -9l8 9l8 -9`}
          stroke="var(--color-mark)"
          strokeWidth="3"
        />
      )}
      {support && label(below / 2, support.name ?? support.id, sizes(support))}
      {label(below + body.heightMm / 2, 'body', `bore ${writeMm(body.boreMm, reader)}`)}
      {pusher && label(bodyTop + pushed.proudMm + above / 2, pusher.name ?? pusher.id, sizes(pusher))}
      {daylightMm !== undefined && (
        <Words
          at={[1028, 66]}
          anchor="end"
        >{`stack ${writeMm(height, reader, 1)}, the press takes ${writeMm(daylightMm, reader, 1)}`}</Words>
      )}
      <ScaleBar at={[850, 488]} px={10 * s} words={writeMm(10, reader, 1)} />
    </g>
  );
}
