import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { Block, PlanNow } from '../../api/types';
import { CallMark } from '../../bench/call/CallMark';
import { Button } from '../../ui/Button';
import { Demo } from '../../ui/Demo';
import { useNarrow } from '../../ui/useNarrow';
import { NoLine } from '../NoLine';
import { Bands } from './Bands';
import { BlockPanel } from './BlockPanel';
import { Calendars } from './Calendars';
import { DayList } from './DayList';
import { daysOf, lower } from './layout';
import { useChangePlan, usePlan } from './usePlan';
import { dayName, dayOf, offsetOf, saidOn, timeAt, timeOf } from './wall';
import { WorkPanel } from './WorkPanel';

/** Who does what when, with ovens, cures and what must not be turned. */
export function Plan() {
  const plan = usePlan();
  const [asks, setAsks] = useSearchParams();
  const [open, setOpen] = useState<string | null>(null);
  const changing = useChangePlan();
  const narrow = useNarrow();
  const now = plan.data;
  const days = now ? daysOf(now) : [];
  // Today, or the next day with work once today has none left.
  const first =
    days.find((d) => now?.plan?.blocks.some((b) => b.parts.some((p) => dayOf(p.from) === d))) ??
    days[0] ??
    '';
  const day = days.find((d) => d === asks.get('day')) ?? first;
  const block = now?.plan?.blocks.find((b) => b.id === open);
  const drop = (dropped: Block, minute: number, person: string) => {
    const hours = now!.people.flatMap((p) => p.hours).find((h) => dayOf(h.from) === day);
    void changing.change({
      pin: {
        job: dropped.id,
        person,
        at: timeAt(day, minute, offsetOf(hours?.from ?? now!.now)),
        notBefore: null,
        minutes: dropped.typedMinutes ?? null,
      },
      agree: false,
      stop: false,
    });
  };
  return (
    <div className="flex min-h-dvh flex-col">
      <header className="flex flex-wrap items-center gap-x-6 gap-y-1 border-b-2 border-ink px-5 py-3">
        <Link to="/" className="flex min-h-11 items-center text-title font-semibold">
          ‹ Today
        </Link>
        <h1 className="text-[2rem] leading-none font-bold">Plan</h1>
        <Demo />
        {now && <p className="font-read text-base">{stateOf(now)}</p>}
        <span className="grow" />
        {now && <WorkPanel plan={now} />}
        {now && <Calendars plan={now} />}
        <Link
          to="/settings?of=hours"
          className="flex min-h-11 items-center text-base font-semibold underline"
        >
          Hours
        </Link>
      </header>
      <NoLine of={[plan]} what="The plan" />
      {now && <TheCall plan={now} changing={changing} />}
      {changing.said.map((words) => (
        <p
          key={words}
          role="alert"
          className="border-b-2 border-ink bg-paper px-5 py-2 font-read text-title font-semibold text-stop"
        >
          {words}
        </p>
      ))}
      {now && days.length > 1 && (
        <nav aria-label="Days" className="flex flex-wrap border-b-2 border-ink">
          {days.map((d) => (
            <button
              key={d}
              type="button"
              aria-current={d === day ? 'date' : undefined}
              className={`min-h-11 px-4 text-title font-semibold ${d === day ? 'bg-ink text-on-ink' : ''}`}
              onClick={() => setAsks({ day: d })}
            >
              {d === dayOf(now.now) ? 'Today' : dayName(d, days.length > 5 ? 'short' : 'long')}
            </button>
          ))}
        </nav>
      )}
      <main className="grow">
        {now &&
          (now.plan && now.plan.blocks.length > 0 ? (
            narrow ? (
              <DayList plan={now} day={day} onOpen={(b) => setOpen(b.id)} />
            ) : (
              <>
                <Bands plan={now} day={day} open={open} onOpen={(b) => setOpen(b.id)} onDrop={drop} />
              </>
            )
          ) : (
            now.plan && (
              <p className="px-5 py-10 font-read text-sentence font-semibold">
                Nothing is planned. Say what is to be done on an engine: “What is to be done”, above.
              </p>
            )
          ))}
        {now === undefined && <p className="px-5 py-10 font-read text-title">Fetching the plan</p>}
      </main>
      {now?.plan && <Next plan={now} day={day} />}
      {now?.plan && !narrow && now.plan.blocks.length > 0 && (
        <details className="border-t border-rule px-5 py-2">
          <summary className="min-h-11 cursor-pointer py-2 text-base font-semibold">
            The same as a list
          </summary>
          <DayList plan={now} day={day} onOpen={(b) => setOpen(b.id)} all />
        </details>
      )}
      {now && block && (
        <BlockPanel
          key={block.id}
          plan={now}
          block={block}
          changing={changing}
          onClose={() => setOpen(null)}
        />
      )}
    </div>
  );
}

const stateOf = (plan: PlanNow): string =>
  plan.searching
    ? `Looking for a plan${plan.progress === '' ? '' : `, ${plan.progress}`}`
    : plan.plan
      ? `${plan.plan.best}${plan.kept && plan.agreedAt != null ? `, agreed ${saidOn(dayOf(plan.now), plan.agreedAt)}` : ''}`
      : '';

function TheCall({ plan, changing }: { plan: PlanNow; changing: ReturnType<typeof useChangePlan> }) {
  const builds = plan.plan?.builds ?? [];
  const late = builds.filter((b) => b.lateHours > 0);
  const promised = builds.filter((b) => b.due != null);
  const clash = plan.plan?.impossible ?? [];
  // What was not planned for is in time for nobody.
  const whole = plan.plan && plan.plan.leftOut === 0 && (plan.fault === '' || plan.plan.blocks.length > 0);
  const mark = clash.length > 0 || late.length > 0 ? 'stop' : whole ? 'go' : 'to-do';
  const word =
    clash.length > 0
      ? 'No plan'
      : late.length > 0
        ? 'Late'
        : whole
          ? 'In time'
          : plan.plan && plan.plan.leftOut > 0
            ? 'Not all'
            : 'Wait';
  const lines =
    clash.length > 0
      ? clash.slice(0, 2)
      : late.length > 0
        ? late.slice(0, 2).map((b) => b.words)
        : promised.length > 0
          ? [
              promised.length === 1
                ? promised[0]!.words
                : `All ${promised.length} that are promised are in time.`,
            ]
          : builds.length > 0
            ? ['No day is promised for any of them.']
            : ['Nothing is planned yet.'];
  const others = builds.filter((b) => !lines.includes(b.words));
  return (
    <section
      aria-label="How the plan stands"
      className="grid grid-cols-[auto_minmax(0,1fr)_auto] items-center gap-x-8 gap-y-2 border-b-2 border-ink bg-paper px-5 py-4 max-md:grid-cols-1"
    >
      <p
        className={`flex items-center gap-3 text-call leading-none font-bold ${mark === 'stop' ? 'text-stop' : mark === 'go' ? 'text-go' : ''}`}
      >
        <CallMark mark={mark} size={44} />
        {word}
      </p>
      <div className="font-read text-sentence leading-tight font-semibold">
        {lines.map((words) => (
          <p key={words}>{words}</p>
        ))}
        {plan.advice.map((words) => (
          <p key={words} className="mt-1 text-title">
            {words}
          </p>
        ))}
        {plan.broken !== '' && <p className="mt-1 text-title">As agreed it can’t be kept: {plan.broken}</p>}
        {plan.offer !== '' && <p className="mt-1 text-title">{plan.offer}</p>}
        {plan.fault !== '' && <p className="mt-1 text-title text-stop">{plan.fault}</p>}
        {plan.plan?.held.map((words) => (
          <p key={words} className="mt-1 text-base font-normal">
            {words}.
          </p>
        ))}
      </div>
      <div className="flex flex-col items-end gap-2 max-md:items-start">
        {plan.searching ? (
          <Button low onClick={() => void changing.change({ agree: false, stop: true })}>
            Stop looking
          </Button>
        ) : plan.offer !== '' ? (
          <Button
            first
            onClick={() => void changing.change({ agree: true, stop: false, seen: plan.plan?.at ?? null })}
          >
            Take it
          </Button>
        ) : plan.broken !== '' ? (
          <Button
            first
            onClick={() => void changing.change({ agree: true, stop: false, seen: plan.plan?.at ?? null })}
          >
            Agree this one
          </Button>
        ) : null}
        <p className="text-right text-base max-md:text-left">
          {others
            .slice(0, 3)
            .map((b) => b.number)
            .join(', ')}
          {others.length === 0
            ? ''
            : late.length > 0
              ? others.length === 1
                ? ' is in time'
                : ' are in time'
              : ''}
        </p>
      </div>
    </section>
  );
}

/** What each person does next, and what moved since it was agreed. */
function Next({ plan, day }: { plan: PlanNow; day: string }) {
  return (
    <footer className="border-t-2 border-ink px-5 py-2.5">
      <div className="flex flex-wrap gap-x-10">
        {plan.plan!.next.map((n) => (
          <p key={n.person} className="font-read text-title leading-snug font-semibold">
            {n.name}, next: {saidOn(dayOf(plan.now), n.at)} {lower(n.words)}.
            {n.beginBy != null && ` Begin by ${timeOf(n.beginBy)}.`}
          </p>
        ))}
      </div>
      <p className="flex flex-wrap justify-between gap-x-8 text-base">
        <span>
          {plan.moved.length > 0 && plan.agreedAt != null
            ? `Moved since ${saidOn(dayOf(plan.now), plan.agreedAt)}: ${plan.moved.join('; ')}.`
            : ''}
        </span>
        <span className="max-md:hidden">
          {day === ''
            ? ''
            : 'hatched: nobody’s hands · red line: what holds the last one · bracket: begin within'}
        </span>
      </p>
    </footer>
  );
}
