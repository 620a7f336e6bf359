import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import type { Problem } from '../../api/client';
import { get, set } from '../../api/keep';
import type { Waiting } from '../../api/outbox';
import type { Sentence, StepRef, WorkAnswer } from '../../api/types';

/** Why something typed was not taken. It stays in its box until it is put right. */
export interface Notice {
  typed: string;
  question?: Sentence;
  errors?: string[];
}

/** Names a place within a build, for maps. */
export const slotKey = (step: StepRef, round: number, slot: string): string =>
  `${step.task.kind}/${step.task.place}/${step.step}@${step.item}/${round}/${slot}`;

/** Names a value of the engine within a build, for the same maps. */
export const knowKey = (path: string): string => `know/${path}`;

/** Where a command was typed; nothing where it was not typed at a place. */
const placeOf = (command: Waiting['command']): { key: string; typed: string } | undefined =>
  command.do === 'take-reading'
    ? { key: slotKey(command.slot.step, command.slot.round, command.slot.slot), typed: command.typed }
    : command.do === 'tell-value'
      ? { key: knowKey(command.path), typed: command.typed }
      : undefined;

/** What was typed on one build and is not in its record. */
export interface TypedOn {
  /** Begun at a place, and not taken. */
  drafts: Readonly<Record<string, string>>;
  /** What came back, by the place. */
  notices: Readonly<Record<string, Notice>>;
  /** Typed before the task that was begun stood there; it goes to the first place that takes it. */
  ahead?: string;
}

interface TypedState {
  builds: Readonly<Record<string, TypedOn>>;
  /** What came back and belongs to no place, by the build. */
  refused: Readonly<Record<string, string>>;
  /** How far ahead of the shop's this tablet's clock runs, s; null where it is near enough, or it was said already. */
  clockOffS: number | null;
}

const nothing: TypedOn = { drafts: {}, notices: {} };

// Typed on a bench that was left and come back to, or reloaded: it is all still there.
const useTyped = create<TypedState>()(
  persist((): TypedState => ({ builds: {}, refused: {}, clockOffS: null }), {
    name: 'typed',
    storage: createJSONStorage(() => ({
      getItem: (name) =>
        get<string>(name).then(
          (kept) => kept ?? null,
          () => null,
        ),
      setItem: (name, value) => set(name, value).catch(() => undefined),
      removeItem: () => undefined,
    })),
    partialize: ({ builds }) => ({ builds }),
    merge: (kept, now) => ({
      ...now,
      builds: { ...((kept ?? {}) as Partial<TypedState>).builds, ...now.builds },
    }),
  }),
);

const getState = (): TypedState => useTyped.getState();
const setState = (now: Partial<TypedState> | ((old: TypedState) => Partial<TypedState>)): void =>
  void useTyped.setState(now);

/** What was kept is there: before that, a key that is pressed would be taken for the first. */
export const typedKept = new Promise<void>((done) => {
  if (useTyped.persist.hasHydrated()) done();
  else useTyped.persist.onFinishHydration(() => done());
});

const without = <T>(map: Readonly<Record<string, T>>, key: string): Record<string, T> =>
  Object.fromEntries(Object.entries(map).filter(([k]) => k !== key));

const textOf = ({ drafts, notices }: TypedOn, key: string): string =>
  drafts[key] ?? notices[key]?.typed ?? '';

function change(build: string, how: (old: TypedOn) => TypedOn): void {
  const now = how(getState().builds[build] ?? nothing);
  const empty = Object.keys(now.drafts).length + Object.keys(now.notices).length === 0 && !now.ahead;
  setState(({ builds }) => ({ builds: empty ? without(builds, build) : { ...builds, [build]: now } }));
}

/** Past the screen, for tests. */
export const typedNow = (): TypedState => getState();

export const useTypedOn = (build: string): TypedOn => useTyped((s) => s.builds[build] ?? nothing);
export const useNotices = (build: string): TypedOn['notices'] =>
  useTyped((s) => s.builds[build]?.notices ?? nothing.notices);
export const useRefused = (build: string): string | null => useTyped((s) => s.refused[build] ?? null);
export const useClockOff = (): number | null => useTyped((s) => s.clockOffS);
/** What stands in a place's box. */
export const useText = (build: string, key: string): string =>
  useTyped((s) => textOf(s.builds[build] ?? nothing, key));

export const typed = {
  /** What stands in a place's box: what is being typed there, or what came back. */
  at: (build: string, key: string): string => textOf(getState().builds[build] ?? nothing, key),
  draft: (build: string, key: string, text: string | null): void =>
    change(build, (old) => ({
      ...old,
      drafts: text === null ? without(old.drafts, key) : { ...old.drafts, [key]: text },
    })),
  ahead: (build: string, text: string): void => change(build, (old) => ({ ...old, ahead: text })),
  /** Puts what was typed ahead into a place, as if it had been typed there. */
  land: (build: string, key: string): void => {
    const on = getState().builds[build];
    // What stands at a place already stays; it goes to the next that is free.
    if (!on?.ahead || on.drafts[key]) return;
    change(build, ({ ahead, drafts, ...old }) => ({ ...old, drafts: { ...drafts, [key]: ahead! } }));
  },
  clear: (build: string): void => setState(({ refused }) => ({ refused: without(refused, build) })),
  clockSeen: (): void => setState({ clockOffS: null }),
};

let clockSaid = false;

/** What the server said to each command. */
export function answered(build: string, answer: WorkAnswer, sent: readonly Waiting[]): void {
  answer.results.forEach((result, i) => {
    const { command } = sent[i]!;
    const errors = result.errors ? Object.values(result.errors).flat() : undefined;
    if (result.clockOffS != null && !clockSaid) {
      clockSaid = true;
      setState({ clockOffS: result.clockOffS });
    }
    const place = placeOf(command);
    if (place) {
      const { key, typed: words } = place;
      change(build, (old) => ({
        ...old,
        notices: result.taken
          ? without(old.notices, key)
          : { ...old.notices, [key]: { typed: words, question: result.question ?? undefined, errors } },
      }));
    } else if (!result.taken) {
      refuse(build, errors?.join(' ') ?? 'This was not taken.');
    }
  });
}

/** What the server could not even read goes back to where it was typed. */
export function handedBack(build: string, { command }: Waiting, problem: Problem): void {
  const said = [...Object.values(problem.errors).flat(), problem.message];
  const place = placeOf(command);
  if (place) {
    change(build, (old) => ({
      ...old,
      notices: { ...old.notices, [place.key]: { typed: place.typed, errors: said.slice(0, 1) } },
    }));
  } else {
    refuse(build, said[0]!);
  }
}

const refuse = (build: string, why: string): void =>
  setState(({ refused }) => ({ refused: { ...refused, [build]: why } }));
