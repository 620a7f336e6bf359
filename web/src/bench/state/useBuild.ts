import { skipToken, useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import { v7 as uuid } from 'uuid';
import { api, Problem } from '../../api/client';
import { useGrowth } from '../../api/live';
import type { Aside, Line, Waiting } from '../../api/outbox';
import type { Command, Shop, StepState, TaskRef } from '../../api/types';
import { useSettings } from '../../entry/reader';
import { buildOf, fetched, missing, stepsCame, type Build, type Known } from './known';
import { outboxOf } from './outboxes';
import { typed, useNotices, useRefused, type Notice } from './typed';

/** A command as the bench gives it: its id and time are added when it is sent. */
export type Work = Command extends infer C ? (C extends Command ? Omit<C, 'id' | 'doneAt'> : never) : never;

export interface Bench {
  view: Build | undefined;
  shop: Shop | undefined;
  problem: Problem | null;
  /** Who is at the bench: an id of one of the shop's people. */
  me: string;
  send: (...work: Work[]) => void;
  waiting: readonly Waiting[];
  /** What the server broke on. */
  aside: readonly Aside[];
  sendAgain: (id: string) => void;
  strikeAside: (id: string) => void;
  line: Line;
  /** By the place; see slotKey. */
  notices: Readonly<Record<string, Notice>>;
  /** Refusals that belong to no place. */
  refused: string | null;
  /** The gauges whose lines are up. */
  up: ReadonlySet<string>;
  /** What is wrong with a gauge's line, in words; nothing where all is well, or where it has no line. */
  lost: (gauge: string | undefined) => string | undefined;
}

export const useShop = () => useQuery({ queryKey: ['shop'], queryFn: api.shop, staleTime: 60_000 });

/** A build as far as it is known; an answer that was overtaken by a newer one on the way takes nothing back. */
export const buildQuery = (client: QueryClient, id: string, at?: TaskRef, item?: string) => ({
  queryKey: ['build', id],
  queryFn: async () => {
    const view = await api.build(id, at, item);
    return fetched(client.getQueryData<Known>(['build', id]), view);
  },
  structuralSharing: false,
});

/** One build, live: its state, and the way to change it. At a task, the steps around where that stands are there at once. */
export function useBuild(id: string, at?: TaskRef, item?: string): Bench {
  const client = useQueryClient();
  const { me } = useSettings();
  const notices = useNotices(id);
  const refused = useRefused(id);
  const build = useQuery({
    ...buildQuery(client, id, at, item),
    // Growth is told of as it happens; this is for a line that was cut without a word.
    refetchInterval: (query) => (query.state.error ? 5_000 : 30_000),
  });
  const shop = useShop();
  useGrowth(id, (upToSeq) => {
    const known = client.getQueryData<Known>(['build', id])?.head.upToSeq ?? 0;
    if (upToSeq > known) void client.invalidateQueries({ queryKey: ['build', id] });
  });

  const outbox = useMemo(() => outboxOf(id), [id]);
  const { waiting, aside, line } = useSyncExternalStore(outbox.subscribe, outbox.state);

  const first = shop.data?.people.find((p) => p.role !== 'viewer');
  const person = shop.data?.people.find((p) => p.id === me)?.id ?? first?.id ?? '';
  const send = useCallback(
    (...work: Work[]) => {
      typed.clear(id);
      const doneAt = new Date().toISOString();
      outbox.send(person, ...work.map((w) => ({ ...w, id: uuid(), doneAt })));
    },
    [id, outbox, person],
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

  const view = useMemo(() => build.data && buildOf(build.data), [build.data]);
  return {
    view,
    shop: shop.data,
    problem: [build.failureReason, shop.failureReason].find((e) => e instanceof Problem) ?? null,
    me: person,
    send,
    waiting,
    aside,
    sendAgain: (entry) => outbox.sendAgain(entry),
    strikeAside: (entry) => outbox.strike(entry),
    line,
    notices,
    refused,
    up,
    lost,
  };
}

/** So long after the bench was opened the other steps of the task are fetched too, for when there is no line. */
const laterMs = 1_500;

/**
 * Fetches what is wanted whole of a task: first the steps that are drawn now, those of the shown one's item, those
 * that are done once and the same step of the other items; then, at leisure, all that were never seen.
 */
export function useWhole(build: string, task: TaskRef, shown: StepState): void {
  const client = useQueryClient();
  const known = useQuery<Known>({ queryKey: ['build', build], queryFn: skipToken }).data;
  const line = known?.tasks.find((t) => t.ref.kind === task.kind && t.ref.place === task.place);
  const [leisure, setLeisure] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLeisure(true), laterMs);
    return () => clearTimeout(timer);
  }, []);
  const { step, item } = shown.ref;
  const now =
    known && line
      ? missing(
          known,
          line,
          (s) => s.status !== 'left-out' && (s.item === item || s.item === '' || s.step === step),
        )
      : [];
  // What is offered at an empty step follows from all others: it is looked at anew each time that it is opened.
  useQuery({
    queryKey: ['offers', build, task.kind, task.place, step, item],
    queryFn:
      known && line && shown.status === 'open'
        ? async () => {
            const steps = await api.steps(build, task, [`${step}@${item}`]);
            client.setQueryData<Known>(['build', build], (old) => old && stepsCame(old, steps));
            return true;
          }
        : skipToken,
    gcTime: 0,
    staleTime: 0,
  });
  const wanted =
    now.length === 0 && leisure && known && line ? missing(known, line, () => true, 'never seen') : now;
  useQuery({
    queryKey: ['steps', build, task.kind, task.place, wanted.join(), known?.head.upToSeq ?? 0],
    queryFn:
      wanted.length === 0
        ? skipToken
        : async () => {
            const steps = await api.steps(build, task, wanted.slice(0, mostSteps));
            client.setQueryData<Known>(['build', build], (old) => old && stepsCame(old, steps));
            return null;
          },
    gcTime: 0,
  });
}

const mostSteps = 60;
