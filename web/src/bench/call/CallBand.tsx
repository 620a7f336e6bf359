import type { Check, PressWatchAnswer, StepState } from '../../api/types';
import type { ReactNode } from 'react';
import { labelIn, writeQuantity, writeSpread, writeSentence } from '../../entry/wording';
import { limitDomain, resolutionOf } from '../../figures/kit/limits';
import { slotsOf } from '../../figures/scene';
import { CallMark, inkOf, wordOf, type Mark } from './CallMark';
import { spanText, laterOf, useNow, useSaid } from './clock';
import { useReader } from '../../entry/reader';

interface Props {
  step: StepState;
  /** Readings that wait for the line to come back: the call is then an old one. */
  waiting: number;
  offline: boolean;
  /** The place that is open. */
  open: string | undefined;
  /** What is said while a press moves; it stands before the step's own words. */
  watched?: PressWatchAnswer | undefined;
  /** One above the other, as on a phone. */
  tall?: boolean;
  /** What else has to be said, under the sentence. */
  also?: ReactNode;
}

/** What the eye meets first: may I go on, what do I do with my hands, the number against its limit. */
export function CallBand({ step, waiting, offline, open, watched, tall = false, also }: Props) {
  const reader = useReader();
  const call = watched ? watched.call : step.now.call;
  const said = useSaid(step.now.do, laterOf(step.now));
  const released = step.status === 'released';
  const release = step.calls[step.calls.length - 1]?.release;
  const mark: Mark = call
    ? call.verdict
    : step.status === 'blocked'
      ? 'not-yet'
      : step.status === 'left-out'
        ? 'not-yet'
        : step.passed
          ? 'done'
          : step.status === 'open'
            ? 'to-do'
            : 'under-way';
  const sentence = step.blockedBy
    ? step.blockedBy
        .replace(/^Gate: (.*)$/, 'The gate at “$1” is shut. It opens on a go, or with a reason.')
        .replace(/^First: (.*)$/, 'First: $1.')
    : waiting > 0 && offline && open
      ? // The core has not seen what waits, so its sentence is behind the hand.
        `Go on reading: ${labelIn(open, reader)}.`
      : writeSentence(watched?.do ?? said, reader);
  const word = step.blockedBy
    ? 'Shut'
    : step.status === 'left-out'
      ? 'Left out'
      : step.now.deadline
        ? 'Now'
        : step.now.until && !call
          ? 'Wait'
          : wordOf(mark);
  return (
    <section
      aria-label="The call"
      className={`grid items-center gap-x-6 gap-y-1 border-b-2 border-ink bg-paper px-5 py-2 ${tall ? 'grid-cols-[auto_minmax(120px,1fr)]' : 'min-h-[124px] grid-cols-1 lg:grid-cols-[auto_1fr_auto]'}`}
    >
      <div
        className={`flex items-center ${tall ? 'gap-2.5' : 'gap-4 lg:w-[272px]'} ${step.blockedBy ? 'text-ink' : inkOf(mark)}`}
      >
        <CallMark mark={mark} size={tall ? 36 : 46} />
        <span className={`font-bold leading-none ${tall ? 'text-[2rem] whitespace-nowrap' : 'text-call'}`}>
          {word}
        </span>
      </div>
      <div className={tall ? 'order-last col-span-2' : ''}>
        <p
          className="max-w-[24em] font-read text-sentence font-semibold leading-[1.2] text-ink"
          role={call?.verdict === 'stop' ? 'alert' : 'status'}
          aria-live={call?.verdict === 'stop' ? 'assertive' : 'polite'}
        >
          <span className="sr-only">{`${word}. `}</span>
          {sentence}
        </p>
        {call && !step.blockedBy && (released || sentence.length < 84) && !(tall && step.ends) && (
          <p className="mt-1 font-read text-base text-muted">
            {writeSentence(call.why, reader)}
            {step.hand
              ? ` ${step.hand.by.name}${step.hand.line ? `: ${step.hand.line}` : ''}.`
              : released &&
                release &&
                ` ${release.telephone ? `${release.telephone}, by telephone` : release.gateOpened ? 'Gate opened' : 'Decided'}: ${release.because}`}
          </p>
        )}
        {step.asks && (
          <p className="mt-1 font-read text-base font-semibold text-look-again">
            {writeSentence(step.asks, reader)}
          </p>
        )}
        {(offline || waiting > 0) && (
          <p className="mt-1 font-read text-base font-semibold text-stop" role="status">
            {offline ? 'No line to the record. ' : ''}
            {waiting > 0 ? `${waiting} waiting, not judged.` : ''}
            {call && waiting > 0 ? ' This call is an old one.' : ''}
          </p>
        )}
        {step.ends && !step.blockedBy && (
          <p className="mt-1 font-read text-base font-semibold text-stop">
            {writeSentence(step.ends, reader)}
          </p>
        )}
        {step.otherwise && (
          <p className="mt-1 font-read text-base font-semibold text-look-again">
            Said by an earlier version, which stands. It would say otherwise now: see Why.
          </p>
        )}
        {also}
      </div>
      {(step.now.deadline ?? step.now.until) && !step.blockedBy ? (
        <Countdown until={(step.now.deadline ?? step.now.until)!} wait={!step.now.deadline} />
      ) : call?.checks[0] && Number.isFinite(call.checks[0].limit) && !step.blockedBy ? (
        <LimitBar checks={call.checks} />
      ) : (
        <Taken step={step} />
      )}
    </section>
  );
}

/** What is left until a deadline, or until the wait is over. The time is the core's; only the counting is done here. */
function Countdown({ until, wait }: { until: string; wait: boolean }) {
  const left = (new Date(until).getTime() - useNow()) / 1000;
  const [number, ...unit] = spanText(Math.abs(left))
    .replace(/^(\d+) h /, '$1\u00a0h ')
    .split(' ');
  return (
    <p
      className={`w-[300px] justify-self-end text-center max-md:w-auto ${left <= 0 && !wait ? 'text-stop' : 'text-ink'}`}
      role="timer"
    >
      <span className="block text-call leading-none font-bold">{wait && left <= 0 ? 'now' : number}</span>
      <span className="text-base">
        {wait
          ? left > 0
            ? `${unit.join(' ')} still to wait`
            : 'the wait is over'
          : left > 0
            ? 'left, min:s'
            : 'too late: min:s over'}
      </span>
    </p>
  );
}

function Taken({ step }: { step: StepState }) {
  const slots = slotsOf(step);
  const done = slots.filter((s) => s.live).length;
  if (slots.length === 0 || step.hand) return null;
  return (
    <p className="text-right text-title font-semibold text-ink">
      {done} of {slots.length} taken
    </p>
  );
}

/** The number against its limit: forbidden side hatched, limit written on it, uncertainty as a whisker. */
function LimitBar({ checks }: { checks: readonly Check[] }) {
  const reader = useReader();
  const lead = checks[0]!;
  const { domain, low, high } = limitDomain(checks);
  const width = 296;
  const x = (value: number): number => 2 + ((value - domain[0]) / (domain[1] - domain[0])) * width;
  const say = (value: number, write = writeQuantity): string =>
    write({ value, dimension: lead.dimension!, resolution: resolutionOf(lead) }, reader);
  const limits = [low, high].filter((l) => l !== undefined);
  return (
    <figure
      className="w-[300px] justify-self-end max-md:w-full max-md:max-w-[220px]"
      aria-label={`${lead.name}: ${say(lead.value)} ± ${say(lead.uncertainty, writeSpread)}`}
    >
      <figcaption className={`text-center text-title font-bold leading-tight ${inkOf(lead.verdict)}`}>
        {say(lead.value)}
        {lead.uncertainty > 0 && ` ± ${say(lead.uncertainty, writeSpread)}`}
        <span className="block text-base font-medium text-ink">
          {lead.name}
          {lead.source && <span className="text-muted">{`, ${lead.source}`}</span>}
        </span>
      </figcaption>
      <svg viewBox="0 0 300 52" className={`w-full ${inkOf(lead.verdict)}`} aria-hidden="true">
        <defs>
          <pattern
            id="band-hatch"
            width="7"
            height="7"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <path d="M0 0V7" stroke="var(--color-ink)" strokeWidth="1.3" />
          </pattern>
        </defs>
        <g stroke="var(--color-ink)" strokeWidth="2" fill="var(--color-white)">
          <rect x="2" y="4" width={width} height="20" />
          {low !== undefined && <rect x="2" y="4" width={x(low) - 2} height="20" fill="url(#band-hatch)" />}
          {high !== undefined && (
            <rect x={x(high)} y="4" width={width + 2 - x(high)} height="20" fill="url(#band-hatch)" />
          )}
          {limits.map((limit) => (
            <path key={limit} d={`M${x(limit)} 0V29`} strokeWidth="4" />
          ))}
        </g>
        <g stroke="currentColor" strokeWidth="2.5" fill="currentColor">
          <path
            d={`M${x(lead.value - lead.uncertainty)} 14H${x(lead.value + lead.uncertainty)}m0 -6v12M${x(lead.value - lead.uncertainty)} 8v12`}
            fill="none"
          />
          <circle cx={x(lead.value)} cy="14" r="6" stroke="var(--color-white)" />
        </g>
        {limits.map((limit, i) => {
          // Two limits that stand close lean away from one another; a lone one stands under its own line.
          const close = limits.length === 2 && x(limits[1]!) - x(limits[0]!) < 84;
          const anchor = close ? (i === 0 ? 'end' : 'start') : 'middle';
          const first = Math.max(x(limits[0]!) + 8, 76);
          // Neither leaves the drawing: a figure of these letters is half as wide as it is high.
          const second = close
            ? Math.min(Math.max(x(limits[1]!) - 8, first + 10), 298 - 9 * say(limits[1]!).length)
            : 0;
          const at = !close
            ? Math.min(258, Math.max(42, x(limit)))
            : i === 0
              ? Math.min(first, second - 10)
              : second;
          return (
            <text
              key={limit}
              x={at}
              y="48"
              fontSize="18"
              fontWeight="600"
              textAnchor={anchor}
              fill="var(--color-ink)"
            >
              {say(limit)}
            </text>
          );
        })}
      </svg>
    </figure>
  );
}
