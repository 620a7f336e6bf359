import { useQuery } from '@tanstack/react-query';
import { AlertDialog } from 'radix-ui';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { api } from '../api/client';
import type { BuildLine, OfferedReading, WholeBuild } from '../api/types';
import { Button } from '../ui/Button';
import { useKeyboard } from '../ui/useKeyboard';
import { addressOf } from './address';
import { recall } from './state/focus';
import { keepLastAt, knownSince, lastAt, maybeMoved, nowAt } from './state/lastAt';
import { outboxOf } from './state/outboxes';
import type { Bench } from './state/useBuild';
import { v7 as uuid } from 'uuid';

interface Props {
  bench: Bench;
  /** Whether a task is being worked on. */
  working: boolean;
  /** Whether the builder said that it is the wrong engine. */
  wrong: boolean;
  setWrong: (wrong: boolean) => void;
}

/** What this person took on this tablet since it was known to be at this engine, in the order in which it was taken. */
export function takenSince(whole: WholeBuild, me: string, since: number): OfferedReading[] {
  return whole.state.tasks
    .flatMap((t) => t.steps)
    .flatMap((s) => {
      const newest = s.rounds[s.rounds.length - 1];
      return (newest?.slots ?? []).flatMap((place) =>
        place.readings
          .filter((r) => !r.struck && r.by.id === me && Date.parse(r.doneAt) >= since)
          .map((r) => ({
            reading: r.id,
            slot: { step: s.ref, round: newest!.round, slot: place.slot.key },
            typed: r.typed,
            value: r.value,
            option: r.option,
            doneAt: r.doneAt,
            instrument: r.instrument?.id ?? null,
          })),
      );
    })
    .sort((a, b) => a.doneAt.localeCompare(b.doneAt));
}

/** What a tap or a key was about to do, to be done once it is known that this is the engine; nothing where it does nothing yet. */
function heldBack(event: PointerEvent | KeyboardEvent): (() => void) | null {
  const at = event.target instanceof HTMLElement ? event.target : null;
  if (event instanceof PointerEvent) {
    const pressed = at?.closest<HTMLElement>('button, a, input, label');
    // What is pressed does not take the keyboard from the question.
    event.preventDefault();
    // The click that this press ends in comes before the question is drawn, or after it: it does nothing by itself.
    const swallow = (click: Event) => {
      click.preventDefault();
      click.stopImmediatePropagation();
    };
    window.addEventListener('click', swallow, true);
    const ends = { capture: true, once: true };
    window.addEventListener(
      'pointerup',
      () => setTimeout(() => window.removeEventListener('click', swallow, true)),
      ends,
    );
    return pressed ? () => pressed.isConnected && pressed.click() : null;
  }
  // A digit that is typed takes nothing: it stays in its box.
  if (!['Enter', ' ', 'PageDown'].includes(event.key)) return null;
  event.preventDefault();
  event.stopImmediatePropagation();
  const { key, code } = event;
  return () => {
    const heard = new KeyboardEvent('keydown', { key, code, bubbles: true, cancelable: true });
    if (at?.isConnected && at.dispatchEvent(heard) && at instanceof HTMLButtonElement) at.click();
  };
}

/** Asks once whether the tablet lies at the engine on its screen, and hands over what was read where it did not. */
export function RightEngine({ bench, working, wrong, setWrong }: Props) {
  const { id } = bench.view!;
  const [moved, setMoved] = useState(() => maybeMoved(lastAt(), id, Date.now()));
  const held = useRef<(() => void) | null>(null);
  const asks = (moved && working) || wrong;
  const lines = useQuery({ queryKey: ['on-bench'], queryFn: () => api.today(null), enabled: asks });
  const others = (lines.data?.lines ?? []).filter((l) => l.id !== id);
  // With one engine on the bench there is nothing to mix up; until that is known there is nothing to ask yet.
  const asked = wrong || (asks && (lines.isError || others.length > 0));
  const alone = asks && !wrong && lines.data !== undefined && others.length === 0;
  const goOn = () => {
    nowAt(id);
    const go = held.current;
    held.current = null;
    // When the question is gone from over it.
    if (go) setTimeout(go);
  };
  const onAlone = useEffectEvent(goOn);
  useEffect(() => {
    if (alone) onAlone();
  }, [alone]);

  useEffect(() => {
    if (asked || !working) return undefined;
    const touched = (event?: PointerEvent | KeyboardEvent) => {
      const last = lastAt();
      if (last === null) nowAt(id);
      else if (!maybeMoved(last, id, Date.now())) keepLastAt({ ...last, at: Date.now() });
      else if (event) {
        held.current = heldBack(event);
        setMoved(true);
      }
    };
    if (!moved) touched();
    const look = setInterval(() => setMoved(maybeMoved(lastAt(), id, Date.now())), 5_000);
    window.addEventListener('pointerdown', touched, true);
    window.addEventListener('keydown', touched, true);
    return () => {
      clearInterval(look);
      window.removeEventListener('pointerdown', touched, true);
      window.removeEventListener('keydown', touched, true);
    };
  }, [asked, working, id, moved]);

  return (
    <AlertDialog.Root open={asked}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="fixed inset-0 z-40 bg-field/80" />
        <AlertDialog.Content
          // What had the keyboard when it was asked may be gone: a task that has begun meanwhile says where it belongs.
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            recall();
          }}
          className="fixed top-1/2 left-1/2 z-50 w-[480px] max-w-[calc(100vw-16px)] -translate-x-1/2 -translate-y-1/2 border-4 border-ink bg-white p-6 text-ink"
        >
          {wrong ? (
            <Another bench={bench} lines={others} onBack={() => setWrong(false)} noLine={lines.isError} />
          ) : (
            <ThisOne
              bench={bench}
              onYes={() => {
                goOn();
                setMoved(false);
              }}
              onWrong={() => {
                held.current = null;
                setWrong(true);
              }}
            />
          )}
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}

function ThisOne({ bench, onYes, onWrong }: { bench: Bench; onYes: () => void; onWrong: () => void }) {
  const { state } = bench.view!;
  const yes = useKeyboard<HTMLButtonElement>('asked');
  const stand = state.life.stand === '' ? '' : `, stand ${state.life.stand}`;
  return (
    <>
      <AlertDialog.Title className="text-[3.5rem] leading-none font-bold">
        {`${state.number}${stand}?`}
      </AlertDialog.Title>
      <AlertDialog.Description className="mt-2 font-read text-title">
        {`${state.name}. Look at the tag on the engine.`}
      </AlertDialog.Description>
      <div className="mt-5 grid gap-3">
        <AlertDialog.Action asChild>
          <Button first ref={yes} onClick={onYes}>
            {`Yes, ${state.number}`}
          </Button>
        </AlertDialog.Action>
        <Button onClick={onWrong}>Wrong engine</Button>
      </div>
    </>
  );
}

function Another({
  bench,
  lines,
  onBack,
  noLine,
}: {
  bench: Bench;
  lines: readonly BuildLine[];
  onBack: () => void;
  noLine: boolean;
}) {
  const { id, state } = bench.view!;
  const navigate = useNavigate();
  const after = useKeyboard<HTMLButtonElement>('asked');
  // What was read after the tablet was carried away was read on the other one.
  const [since] = useState(() => knownSince(id));
  const whole = useQuery({ queryKey: ['record', id], queryFn: () => api.record(id), staleTime: 0 });
  const taken = whole.data ? takenSince(whole.data, bench.me, since) : [];
  const waits = bench.waiting.length > 0 || whole.isFetching;
  const go = (line: BuildLine) => {
    if (taken.length > 0) {
      bench.send(
        ...taken.map((r) => ({
          do: 'strike' as const,
          reading: r.reading,
          because: 'wrong-engine' as const,
        })),
      );
      outboxOf(line.id).send(bench.me, {
        do: 'offer-readings',
        id: uuid(),
        doneAt: new Date().toISOString(),
        from: state.number,
        readings: taken,
      });
    }
    nowAt(line.id);
    const task = taken[0]?.slot.step.task;
    onBack();
    void navigate(task ? addressOf(line.id, task) : `/builds/${line.id}`);
  };
  return (
    <>
      <AlertDialog.Title className="text-[2rem] leading-tight font-bold">
        Which engine is it?
      </AlertDialog.Title>
      <AlertDialog.Description className="mt-2 font-read text-title">
        {noLine || whole.isError
          ? 'No line to the record: which engines are on the bench can’t be told. Nothing is lost.'
          : waits
            ? 'Looking at what was read here.'
            : taken.length === 0
              ? `Nothing was read on ${state.number} since it was last said to be the right one.`
              : `${taken.length === 1 ? 'One reading is' : `${taken.length} readings are`} crossed out on ${state.number} and offered there, in order.`}
      </AlertDialog.Description>
      <div className="mt-4 grid max-h-[50vh] gap-3 overflow-y-auto">
        {lines.map((line) => (
          <Button key={line.id} disabled={waits} onClick={() => go(line)}>
            {`${line.number}${line.stand == null ? '' : `, stand ${line.stand}`}: ${line.name}`}
          </Button>
        ))}
      </div>
      <Button first ref={after} className="mt-4 w-full" onClick={onBack}>
        {`It is ${state.number} after all`}
      </Button>
    </>
  );
}
