import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Block, PlanNow, Settled } from '../../api/types';
import { addressOf } from '../../bench/address';
import { Button } from '../../ui/Button';
import { lower } from './layout';
import type { useChangePlan } from './usePlan';
import { dayOf, minuteOf, offsetOf, saidOn, timeAt, timeOf } from './wall';

interface Props {
  plan: PlanNow;
  block: Block;
  changing: ReturnType<typeof useChangePlan>;
  onClose: () => void;
}

/** A job: what it is, why it lies there, and what can be settled of it by hand. */
export function BlockPanel({ plan, block, changing, onClose }: Props) {
  const today = dayOf(plan.now);
  const [day, setDay] = useState(dayOf(block.startAt));
  const [time, setTime] = useState(block.startAt.slice(11, 16));
  const names = block.people.map((id) => plan.people.find((p) => p.id === id)?.name ?? id);
  const [minutes, setMinutes] = useState(block.typedMinutes == null ? '' : String(block.typedMinutes));
  const pinned =
    block.pinnedAt != null || block.pinnedTo != null || block.notBefore != null || block.typedMinutes != null;
  // A time that is over is no pin any more, and no longer taken.
  const ahead = (at: string | null | undefined): string | null =>
    at != null && Date.parse(at) > Date.parse(plan.now) ? at : null;
  const settle = async (pin: Partial<Omit<Settled, 'job'>>) => {
    const kept = await changing.change({
      pin: {
        job: block.id,
        person: block.pinnedTo ?? null,
        at: ahead(block.pinnedAt),
        notBefore: ahead(block.notBefore),
        minutes: block.typedMinutes ?? null,
        ...pin,
      },
      agree: false,
      stop: false,
    });
    if (kept) onClose();
  };
  const typed = (): string => {
    const hours = plan.people.flatMap((p) => p.hours).find((h) => dayOf(h.from) === day);
    return timeAt(day, minuteOf(`${day}T${time}`), offsetOf(hours?.from ?? plan.now));
  };
  const first = firstOf(plan, block.people[0] ?? '');
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Content
          className="fixed top-0 right-0 z-30 h-dvh w-[440px] max-w-full overflow-y-auto border-l-2 border-ink bg-white p-5 text-ink"
          aria-describedby={undefined}
        >
          <Dialog.Title className="text-reading leading-tight font-bold">{block.title}</Dialog.Title>
          <p className="font-read text-title">
            {block.number}
            {block.left === '' ? '' : `, ${block.left}`}. {names.join(' and ')},{' '}
            {saidOn(today, block.startAt)} to {saidOn(dayOf(block.startAt), block.endAt)}.
          </p>
          {block.wait !== '' && (
            <p className="mt-1 font-read text-base">
              Then: {block.wait}, until {saidOn(dayOf(block.startAt), block.readyAt)}.
            </p>
          )}
          {block.beginBy != null && (
            <p className="mt-1 font-read text-base font-semibold">
              It has to begin by {timeOf(block.beginBy)}.
            </p>
          )}
          {block.waits !== '' && (
            <p className="mt-1 font-read text-base">Not sooner: {lower(block.waits)}.</p>
          )}
          <p className="mt-1 font-read text-base text-muted">Minutes: {block.minutes}.</p>
          <Link
            to={addressOf(block.build, block.task)}
            className="mt-3 flex min-h-14 items-center justify-center bg-ink px-4 text-title font-bold text-on-ink"
          >
            Open the task
          </Link>
          {block.underWay ? (
            <p className="mt-4 font-read text-base">Under way: it stays with {names.join(' and ')}.</p>
          ) : (
            <>
              <h3 className="mt-5 text-title font-bold">By whom</h3>
              <div className="mt-1 grid grid-cols-2 gap-2">
                {plan.people.map((p) => (
                  <Button
                    key={p.id}
                    low
                    first={block.pinnedTo === p.id}
                    onClick={() => void settle({ person: p.id })}
                  >
                    {p.name}
                  </Button>
                ))}
              </div>
              <h3 className="mt-5 text-title font-bold">When</h3>
              {first && (
                <Button
                  low
                  className="mt-1 w-full"
                  onClick={() => void settle({ at: first, notBefore: null })}
                >
                  First, {saidOn(today, first)}
                </Button>
              )}
              <form
                className="mt-2 flex flex-wrap items-end gap-2 text-base"
                onSubmit={(e) => {
                  e.preventDefault();
                  void settle({ at: typed(), notBefore: null });
                }}
              >
                <label>
                  Day
                  <input
                    type="date"
                    required
                    className="mt-0.5 block h-12 border-2 border-ink bg-page px-2 font-read text-title"
                    value={day}
                    min={today}
                    onChange={(e) => setDay(e.target.value)}
                  />
                </label>
                <label>
                  Begins at
                  <input
                    type="time"
                    required
                    className="mt-0.5 block h-12 border-2 border-ink bg-page px-2 font-read text-title"
                    value={time}
                    onChange={(e) => setTime(e.target.value)}
                  />
                </label>
                <Button low type="submit" className="h-12 grow">
                  Pin it there
                </Button>
                <Button
                  low
                  className="h-12 grow"
                  disabled={day === '' || time === ''}
                  onClick={() => void settle({ at: null, notBefore: typed() })}
                >
                  Not before then
                </Button>
              </form>
              <h3 className="mt-5 text-title font-bold">How long</h3>
              <form
                className="mt-1 flex items-end gap-2 text-base"
                onSubmit={(e) => {
                  e.preventDefault();
                  void settle({ minutes: minutes === '' ? null : Number(minutes) });
                }}
              >
                <label>
                  All of it, min
                  <input
                    type="number"
                    min={1}
                    max={1440}
                    step={1}
                    inputMode="numeric"
                    className="mt-0.5 block h-12 w-28 border-2 border-ink bg-page px-2 font-read text-title"
                    value={minutes}
                    onChange={(e) => setMinutes(e.target.value)}
                  />
                </label>
                <Button low type="submit" className="h-12">
                  {minutes === '' && block.typedMinutes != null ? 'As the plan says' : 'It takes so long'}
                </Button>
              </form>
              {pinned && (
                <Button
                  low
                  className="mt-4 w-full"
                  onClick={() => void settle({ person: null, at: null, notBefore: null, minutes: null })}
                >
                  Free again: the plan says who, when, how long
                </Button>
              )}
            </>
          )}
          {changing.said.map((words) => (
            <p key={words} role="alert" className="mt-2 text-base font-semibold text-stop">
              {words}
            </p>
          ))}
          <Button low className="mt-5 w-full" onClick={onClose}>
            Close
          </Button>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

/** When somebody can begin anything new: after what they are at, within their hours. */
function firstOf(plan: PlanNow, person: string): string | null {
  const at = plan.plan?.blocks
    .filter((b) => b.underWay && b.people.includes(person))
    .map((b) => b.endAt)
    .sort()
    .at(-1);
  const hours = plan.people.find((p) => p.id === person)?.hours ?? [];
  const soon = new Date(
    Math.max(Date.parse(plan.now), at === undefined ? 0 : Date.parse(at)) + 60_000,
  ).getTime();
  for (const h of hours) {
    if (Date.parse(h.to) <= soon) continue;
    if (Date.parse(h.from) >= soon) return h.from;
    // The next whole minute of the shop's clock.
    const minutes = minuteOf(h.from) + Math.ceil((soon - Date.parse(h.from)) / 60_000);
    return timeAt(dayOf(h.from), minutes, offsetOf(h.from));
  }
  return null;
}
