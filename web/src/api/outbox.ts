import { get, set, update } from './keep';
import { api, Problem } from './client';
import type { Command, StepRef, WorkAnswer } from './types';

/** A command that the server has not answered for yet. */
export interface Waiting {
  by: string;
  command: Command;
}

/** A command that the server broke on, and broke on again when it came alone. It waits for a hand. */
export interface Aside extends Waiting {
  why: string;
}

/**
 * How the line to the server is: down is passing; gone means that this build is not in the record, unreadable that
 * this version of the server can't read it.
 */
export type Line = 'up' | 'down' | 'gone' | 'unreadable';

export interface OutboxState {
  waiting: readonly Waiting[];
  aside: readonly Aside[];
  line: Line;
}

const firstPause = 250;
const slowest = 5_000;
const mostAtOnce = 100;
/** So often does the server break on one command alone before it is put aside. */
const mostBreaks = 2;

/**
 * What was done at the bench and is not in the record yet. It is kept in the browser's own database while it is sent,
 * sent in order, and sent again until the server has answered for it; the server takes each id once.
 */
export class Outbox {
  #state: OutboxState = { waiting: [], aside: [], line: 'up' };
  readonly #listeners = new Set<() => void>();
  readonly #key: string;
  readonly #asideKey: string;
  #asideKept: readonly Aside[] | undefined;
  #loaded: Promise<void>;
  #sending = false;
  #pause = firstPause;
  /** How many go in the next batch, and how many may until all have gone: fewer once a batch took too long. */
  #next = mostAtOnce;
  #most = mostAtOnce;
  readonly #breaks = new Map<string, number>();
  /** What this tab has an answer for; another tab may still have it in what it keeps. */
  readonly #answeredFor = new Set<string>();
  #timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    readonly build: string,
    private readonly answered: (answer: WorkAnswer, sent: readonly Waiting[]) => void,
    private readonly refused: (sent: Waiting, problem: Problem) => void,
  ) {
    this.#key = `outbox:${build}`;
    this.#asideKey = `aside:${build}`;
    this.#loaded = Promise.all([get<Waiting[]>(this.#key), get<Aside[]>(this.#asideKey)])
      .catch(() => [undefined, undefined])
      .then(([kept, aside]) => {
        this.#asideKept = aside ?? this.#state.aside;
        if (kept?.length || aside?.length)
          this.#change({
            waiting: [...(kept ?? []), ...this.#state.waiting],
            aside: aside ?? this.#state.aside,
          });
        void this.#flush();
      });
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    window.addEventListener('online', this.#now);
    return () => {
      this.#listeners.delete(listener);
      window.removeEventListener('online', this.#now);
    };
  };

  readonly state = (): OutboxState => this.#state;

  /** Keeps the commands and sends them. */
  send(by: string, ...commands: Command[]): void {
    // Drawn at once, before the next key: a gauge that types does not wait for the keeping.
    this.#change({ waiting: [...this.#state.waiting, ...commands.map((command) => ({ by, command }))] });
    this.#keepAndGoOn();
  }

  /** Sends what was put aside again, ahead of what waits behind it. */
  sendAgain(id: string): void {
    const { by, command } = this.#state.aside.find((a) => a.command.id === id) ?? {};
    if (!by || !command) return;
    this.#breaks.delete(id);
    this.#change({
      waiting: [{ by, command }, ...this.#state.waiting],
      aside: this.#state.aside.filter((a) => a.command.id !== id),
    });
    this.#keepAndGoOn();
  }

  /** Gives up what was put aside: it never was in the record. */
  strike(id: string): void {
    this.#answeredFor.add(id);
    this.#change({ aside: this.#state.aside.filter((a) => a.command.id !== id) });
    this.#keepAndGoOn();
  }

  readonly #now = (): void => void this.#flush();

  #keepAndGoOn(): void {
    void this.#loaded.then(() => {
      // Kept and sent at once: a tab that dies before it has kept it would have lost it waiting, too.
      void this.#keep();
      return this.#flush();
    });
  }

  async #keep(): Promise<void> {
    const { waiting, aside } = this.#state;
    const mine = new Set([...waiting, ...aside].map((w) => w.command.id));
    // A browser that refuses to store (private window) still works; it only can't survive a reload.
    try {
      // What another tab of the same build keeps stays kept.
      await update<Waiting[]>(this.#key, (kept = []) => [
        ...kept.filter((k) => !mine.has(k.command.id) && !this.#answeredFor.has(k.command.id)),
        ...waiting,
      ]);
      if (aside !== this.#asideKept) {
        await set(this.#asideKey, aside);
        this.#asideKept = aside;
      }
    } catch {
      return;
    }
  }

  /** The next to go: one person's, in order, without what waits behind a command that was put aside. */
  #batch(): Waiting[] {
    const free = this.#state.waiting.filter((w) => !this.#isHeld(w.command));
    const apart = free.findIndex((w) => w.by !== free[0]!.by);
    return free.slice(0, Math.min(apart === -1 ? this.#next : apart, this.#next));
  }

  #isHeld(command: Command): boolean {
    return this.#state.aside.some(
      (a) =>
        waitsFor(command, a.command) ||
        this.#state.waiting.some((w) => struckBy(command, w.command) && waitsFor(w.command, a.command)),
    );
  }

  async #flush(): Promise<void> {
    const batch = this.#sending ? [] : this.#batch();
    if (batch.length === 0) return;
    this.#sending = true;
    clearTimeout(this.#timer);
    try {
      const answer = await api.work(
        this.build,
        batch[0]!.by,
        batch.map((w) => w.command),
      );
      this.#pause = firstPause;
      this.#done(batch);
      this.answered(answer, batch);
      void this.#keep();
      this.#next = Math.min(this.#next * 2, this.#most);
      if (this.#state.waiting.length === 0) this.#next = this.#most = mostAtOnce;
    } catch (error) {
      await this.#failed(batch, error instanceof Problem ? error : new Problem(0, String(error)));
    } finally {
      this.#sending = false;
    }
    if (this.#state.line === 'up') await this.#flush();
  }

  async #failed(batch: readonly Waiting[], problem: Problem): Promise<void> {
    const only = batch.length === 1 ? batch[0]! : undefined;
    if (problem.status === 404) this.#change({ line: 'gone' });
    else if (problem.unreadable) this.#change({ line: 'unreadable' });
    else if (problem.passing) {
      // So many at once may never get through.
      if (problem.timedOut) this.#next = this.#most = Math.max(1, Math.ceil(batch.length / 2));
      this.#later();
    } else if (!only) {
      // One of them can't be taken as it is; sent one by one, the others go through.
      this.#next = 1;
      this.#change({ line: 'up' });
    } else if (problem.status === 500) {
      const { id } = only.command;
      const breaks = (this.#breaks.get(id) ?? 0) + 1;
      this.#breaks.set(id, breaks);
      if (breaks < mostBreaks) {
        this.#later();
        return;
      }
      this.#change({
        waiting: this.#state.waiting.filter((w) => w !== only),
        aside: [...this.#state.aside, { ...only, why: problem.message }],
        line: 'up',
      });
      await this.#keep();
    } else {
      this.#done([only]);
      this.refused(only, problem);
      await this.#keep();
    }
  }

  #done(sent: readonly Waiting[]): void {
    for (const { command } of sent) this.#answeredFor.add(command.id);
    this.#change({ waiting: this.#state.waiting.filter((w) => !sent.includes(w)), line: 'up' });
  }

  #later(): void {
    this.#change({ line: 'down' });
    this.#timer = setTimeout(this.#now, this.#pause);
    this.#pause = Math.min(this.#pause * 2, slowest);
  }

  #change(change: Partial<OutboxState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }
}

/** The step that a command is about; of a reading, its round too. */
export const stepOf = (command: Command): { step: StepRef; round?: number } | undefined => {
  if (command.do === 'take-reading') return { step: command.slot.step, round: command.slot.round };
  return 'step' in command ? { step: command.step } : undefined;
};

const struckBy = (command: Command, reading: Command): boolean =>
  command.do === 'strike' && command.reading === reading.id;

export const sameTask = (a: StepRef['task'], b: StepRef['task']): boolean =>
  a.kind === b.kind && a.place === b.place;

/** Whether a command makes sense only once an earlier one is in: it is about the same step and round, or strikes it. */
function waitsFor(command: Command, earlier: Command): boolean {
  const [mine, its] = [stepOf(command), stepOf(earlier)];
  if (struckBy(command, earlier)) return true;
  if (earlier.do === 'start-task')
    return mine !== undefined
      ? sameTask(mine.step.task, earlier.task)
      : command.do === 'choose' && sameTask(command.task, earlier.task);
  return (
    mine !== undefined &&
    its !== undefined &&
    sameTask(mine.step.task, its.step.task) &&
    mine.step.step === its.step.step &&
    mine.step.item === its.step.item &&
    (mine.round === undefined || its.round === undefined || mine.round === its.round)
  );
}
