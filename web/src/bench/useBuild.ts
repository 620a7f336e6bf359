import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useMemo, useState, useSyncExternalStore } from 'react';
import { v7 as uuid } from 'uuid';
import { api, Problem } from '../api/client';
import { useGrowth } from '../api/live';
import { Outbox, type Line, type Waiting } from '../api/outbox';
import type {
  BuildView,
  Command,
  EngineSheet,
  Sentence,
  SheetRef,
  Shop,
  SlotState,
  StepRef,
  WorkAnswer,
} from '../api/types';
import { useSettings } from './reader';

/** A command as the bench gives it: its id and time are added when it is sent. */
export type Work = Command extends infer C ? (C extends Command ? Omit<C, 'id' | 'doneAt'> : never) : never;

/** Why something typed was not taken. It stays in its box until it is put right. */
export interface Notice {
  typed: string;
  question?: Sentence;
  errors?: string[];
}

/** Names a place within a build, for maps. */
export const slotKey = (step: StepRef, round: number, slot: string): string =>
  `${step.task.kind}/${step.task.place}/${step.step}@${step.item}/${round}/${slot}`;

export interface Bench {
  view: BuildView | undefined;
  shop: Shop | undefined;
  problem: Problem | null;
  /** Who is at the bench: an id of one of the shop's people. */
  me: string;
  send: (...work: Work[]) => void;
  waiting: readonly Waiting[];
  line: Line;
  notices: ReadonlyMap<string, Notice>;
  /** Refusals that belong to no place. */
  refused: string | null;
  /** The gauges whose lines are up. */
  up: ReadonlySet<string>;
  /** What is wrong with a gauge's line, in words; nothing where all is well, or where it has no line. */
  lost: (gauge: string | undefined) => string | undefined;
}

/** The sheet version that is named; undefined while it is on its way. */
export const sheetOf = (sheets: readonly EngineSheet[], ref: SheetRef): EngineSheet | undefined =>
  sheets.find((s) => s.id === ref.id && s.version === ref.version);

export const useShop = () => useQuery({ queryKey: ['shop'], queryFn: api.shop, staleTime: 60_000 });

const newer = (old: BuildView | undefined, now: BuildView): BuildView =>
  old && old.state.upToSeq >= now.state.upToSeq ? old : now;

const outboxes = new Map<string, Outbox>();

/** One build, live: its state, and the way to change it. */
export function useBuild(id: string): Bench {
  const client = useQueryClient();
  const { me } = useSettings();
  const [notices, setNotices] = useState<ReadonlyMap<string, Notice>>(new Map());
  const [refused, setRefused] = useState<string | null>(null);
  const build = useQuery({
    queryKey: ['build', id],
    queryFn: () => api.build(id),
    // Growth is told of as it happens; this is for a line that was cut without a word.
    refetchInterval: (query) => (query.state.error ? 5_000 : 30_000),
    // An answer that was overtaken by a newer one on the way is dropped.
    structuralSharing: (old, now) => newer(old as BuildView | undefined, now as BuildView),
  });
  const shop = useShop();
  useGrowth(id, (upToSeq) => {
    const known = client.getQueryData<BuildView>(['build', id])?.state.upToSeq ?? 0;
    if (upToSeq > known) void client.invalidateQueries({ queryKey: ['build', id] });
  });

  const answered = useCallback(
    (answer: WorkAnswer, sent: readonly Waiting[]) => {
      client.setQueryData<BuildView>(['build', id], (old) => old && { ...old, state: answer.state });
      // A task that was just begun may stand on a newer sheet than any that is here.
      const here = client.getQueryData<BuildView>(['build', id])?.sheets ?? [];
      if (answer.state.tasks.some((t) => !sheetOf(here, t.sheet)))
        void client.invalidateQueries({ queryKey: ['build', id] });
      void client.invalidateQueries({ queryKey: ['builds'] });
      answer.results.forEach((result, i) => {
        const command = sent[i]!.command;
        const errors = result.errors ? Object.values(result.errors).flat() : undefined;
        if (command.do === 'take-reading') {
          const key = slotKey(command.slot.step, command.slot.round, command.slot.slot);
          setNotices((old) => {
            const next = new Map(old);
            if (result.taken) next.delete(key);
            else next.set(key, { typed: command.typed, question: result.question ?? undefined, errors });
            return next;
          });
        } else if (!result.taken) {
          setRefused(errors?.join(' ') ?? 'This was not taken.');
        }
      });
    },
    [client, id],
  );

  // What the server could not even read goes back to where it was typed.
  const refusedBy = useCallback(({ command }: Waiting, problem: Problem) => {
    const said = [...Object.values(problem.errors).flat(), problem.message];
    if (command.do === 'take-reading') {
      const key = slotKey(command.slot.step, command.slot.round, command.slot.slot);
      setNotices((old) => new Map(old).set(key, { typed: command.typed, errors: said.slice(0, 1) }));
    } else {
      setRefused(said[0] ?? null);
    }
  }, []);

  // One outbox for each build, however many parts of the screen look at it.
  const outbox = useMemo(() => {
    const known = outboxes.get(id) ?? new Outbox(id, answered, refusedBy);
    outboxes.set(id, known);
    return known;
  }, [id, answered, refusedBy]);
  const { waiting, line } = useSyncExternalStore(outbox.subscribe, outbox.state);

  const first = shop.data?.people.find((p) => p.role !== 'viewer');
  const person = shop.data?.people.find((p) => p.id === me)?.id ?? first?.id ?? '';
  const send = useCallback(
    (...work: Work[]) => {
      setRefused(null);
      const doneAt = new Date().toISOString();
      outbox.send(person, ...work.map((w) => ({ ...w, id: uuid(), doneAt }) as Command));
    },
    [outbox, person],
  );

  const gauges = useQuery({ queryKey: ['gauges'], queryFn: api.gauges, refetchInterval: 4_000 });
  const up = useMemo(
    () => new Set((gauges.data ?? []).filter((g) => g.up).map((g) => g.gauge)),
    [gauges.data],
  );
  const lost = (gauge: string | undefined): string | undefined => {
    const line = gauges.data?.find((g) => g.gauge === gauge);
    return line && !line.up
      ? `${shop.data?.instruments.find((i) => i.id === gauge)?.name ?? gauge} is off its line`
      : undefined;
  };

  return {
    view: build.data,
    shop: shop.data,
    problem: [build.failureReason, shop.failureReason].find((e) => e instanceof Problem) ?? null,
    me: person,
    send,
    waiting,
    line,
    notices,
    refused,
    up,
    lost,
  };
}

/** What is typed at a place and not answered for yet. */
export function waitingAt(waiting: readonly Waiting[], key: string): string | undefined {
  const found = waiting.findLast(
    (w) =>
      w.command.do === 'take-reading' &&
      slotKey(w.command.slot.step, w.command.slot.round, w.command.slot.slot) === key,
  );
  return found?.command.do === 'take-reading' ? found.command.typed : undefined;
}

/** Whether a place has something in it, taken or on its way. */
export const isTaken = (slot: SlotState, waiting: readonly Waiting[], key: string): boolean =>
  slot.readings.some((r) => !r.struck) || waitingAt(waiting, key) !== undefined;
