import { get, set } from 'idb-keyval';
import { api, Problem } from './client';
import type { Command, WorkAnswer } from './types';

/** A command that the server has not answered for yet. */
export interface Waiting {
  by: string;
  command: Command;
}

/** How the line to the server is: down is passing, gone means that this build is not in the record. */
export type Line = 'up' | 'down' | 'gone';

export interface OutboxState {
  waiting: readonly Waiting[];
  line: Line;
}

const slowest = 5_000;

/**
 * What was done at the bench and is not in the record yet. It is kept in the browser's own database before it is
 * sent, sent in order, and sent again until the server has answered for it; the server takes each id once.
 */
export class Outbox {
  #state: OutboxState = { waiting: [], line: 'up' };
  readonly #listeners = new Set<() => void>();
  readonly #key: string;
  #loaded: Promise<void>;
  #sending = false;
  #pause = 250;
  #most = 100;
  #timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    readonly build: string,
    private readonly answered: (answer: WorkAnswer, sent: readonly Waiting[]) => void,
    private readonly refused: (sent: Waiting, problem: Problem) => void,
  ) {
    this.#key = `outbox:${build}`;
    this.#loaded = get<Waiting[]>(this.#key)
      .catch(() => undefined)
      .then((kept) => {
        if (kept?.length) this.#change({ waiting: [...kept, ...this.#state.waiting] });
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

  /** Keeps the commands, then sends them. */
  send(by: string, ...commands: Command[]): void {
    this.#change({ waiting: [...this.#state.waiting, ...commands.map((command) => ({ by, command }))] });
    void this.#loaded.then(() => this.#keep()).then(() => this.#flush());
  }

  readonly #now = (): void => void this.#flush();

  async #keep(): Promise<void> {
    // A browser that refuses to store (private window) still works; it only can't survive a reload.
    await set(this.#key, this.#state.waiting).catch(() => undefined);
  }

  async #flush(): Promise<void> {
    const first = this.#state.waiting[0];
    if (this.#sending || first === undefined) return;
    this.#sending = true;
    clearTimeout(this.#timer);
    const apart = this.#state.waiting.findIndex((w) => w.by !== first.by);
    const batch = this.#state.waiting.slice(0, Math.min(apart === -1 ? this.#most : apart, this.#most));
    try {
      const answer = await api.work(
        this.build,
        first.by,
        batch.map((w) => w.command),
      );
      this.#pause = 250;
      this.#change({ waiting: this.#state.waiting.slice(batch.length), line: 'up' });
      this.answered(answer, batch);
      await this.#keep();
      if (this.#state.waiting.length === 0) this.#most = 100;
    } catch (error) {
      if (!(error instanceof Problem) || error.passing) {
        this.#change({ line: 'down' });
        this.#timer = setTimeout(this.#now, this.#pause);
        this.#pause = Math.min(this.#pause * 2, slowest);
      } else if (error.status === 404) {
        this.#change({ line: 'gone' });
      } else if (batch.length > 1) {
        // One of them can't be taken as it is; sent one by one, the others go through.
        this.#most = 1;
        this.#change({ line: 'up' });
      } else {
        this.#change({ waiting: this.#state.waiting.slice(1), line: 'up' });
        this.refused(first, error);
        await this.#keep();
      }
    } finally {
      this.#sending = false;
    }
    if (this.#state.line === 'up') await this.#flush();
  }

  #change(change: Partial<OutboxState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }
}
