import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { live } from './liveLine';
import type { GaugeBatch, GaugeSample } from './types';

/** Calls back each time that a build has grown, and at first with how far it goes. */
export function useGrowth(build: string, grown: (upToSeq: number) => void): void {
  const latest = useRef(grown);
  useEffect(() => {
    latest.current = grown;
  });
  useEffect(
    () => live.listen(`build:${build}`, (heard) => heard.kind === 'grown' && latest.current(heard.upToSeq)),
    [build],
  );
}

/** Whether an answer with one mark holds all that a line with the other has told of: only one instance's marks can be compared. */
export function covers(mark: string, told: string): boolean {
  const [[instance, times], [other, upTo]] = [mark.split('.'), told.split('.')];
  return instance === other && Number(times) >= Number(upTo);
}

/** Whether the line that tells of any build's growth is up, and the mark of what it told last; while it is down nobody tells, and that
 * counts as something new. */
export function useAnyGrowth(): { up: boolean; told: string | null } {
  const [up, setUp] = useState(false);
  const [told, setTold] = useState<string | null>(null);
  useEffect(
    () =>
      live.listen('any', (heard) => {
        if (heard.kind === 'any') setTold(heard.mark);
        else if (heard.kind === 'up' || heard.kind === 'down') setUp(heard.kind === 'up');
        if (heard.kind === 'down') setTold(`down.${Date.now()}`);
      }),
    [],
  );
  return { up, told };
}

/** Asks anew, once for what was told, where the answer at hand does not hold it; one on its way is waited for, as it may. */
export function useAnew(
  told: string | null,
  answer: { mark: string | null | undefined; underWay: boolean },
  askAnew: () => void,
): void {
  const { mark, underWay } = answer;
  const asked = useRef<string | null>(null);
  const latest = useRef(askAnew);
  useEffect(() => {
    latest.current = askAnew;
  });
  useEffect(() => {
    if (told === null || underWay || asked.current === told) return;
    asked.current = told;
    if (mark == null || !covers(mark, told)) latest.current();
  }, [told, mark, underWay]);
}

/** How an instrument's line is, and the newest of each quantity it sends. */
export interface GaugeNow {
  up: boolean;
  fault: string | null;
  values: Readonly<Record<string, GaugeSample>>;
  /** How far the newest values of the first quantity lie apart; Infinity until there are enough. */
  spread: number;
}

const silent: GaugeNow = { up: false, fault: null, values: {}, spread: Infinity };
const steadyOf = 4;
/** What is shown changes no quicker than an eye reads it, ms. */
const shownEvery = 120;

/** One instrument's live line; what is shown follows at the pace of the eye. */
class GaugeLine {
  #now = silent;
  #shown = silent;
  #recent: number[] = [];
  #held = 0;
  #after = 0;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #stop: (() => void) | undefined;
  readonly #listeners = new Set<() => void>();

  constructor(readonly gauge: string) {}

  /** It is listened to for as long as somebody looks at it. */
  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    this.#stop ??= live.listen(`gauge:${this.gauge}`, (heard) => {
      if (heard.kind === 'gauges') this.#take(heard.batch, heard.upTo);
      else if (heard.kind === 'down') this.#change({ up: false, fault: 'no line to the server' });
    });
    return () => {
      this.#listeners.delete(listener);
      if (this.#listeners.size > 0) return;
      this.#stop?.();
      this.#stop = undefined;
      clearTimeout(this.#timer);
      this.#timer = undefined;
    };
  };

  readonly state = (): GaugeNow => this.#shown;

  /** What it shows is not what was asked for until it has been set up, and what came before that counts for nothing. */
  hold(setUp: Promise<{ after: number } | undefined>): void {
    this.#held++;
    this.#recent = [];
    this.#change({ spread: Infinity });
    this.#show();
    void setUp.then((aimed) => {
      this.#held--;
      this.#after = Math.max(this.#after, aimed?.after ?? 0);
      this.#recent = [];
    });
  }

  #take(batch: GaugeBatch, upTo: number): void {
    const samples = batch.samples.filter((s) => s.gauge === this.gauge);
    const lines = batch.lines.filter((l) => l.gauge === this.gauge);
    const values = { ...this.#now.values };
    for (const sample of samples) values[sample.quantity] = sample;
    const first = samples.find((s) => s.quantity === samples[0]!.quantity);
    if (first && this.#held === 0 && upTo > this.#after + samples.length)
      this.#recent = [
        ...this.#recent,
        ...samples.filter((s) => s.quantity === first.quantity).map((s) => s.value),
      ].slice(-steadyOf);
    const [low, high] = [Math.min(...this.#recent), Math.max(...this.#recent)];
    const line = lines[lines.length - 1];
    this.#change({
      values,
      spread: this.#recent.length === steadyOf ? high - low : Infinity,
      ...(line ? { up: line.up, fault: line.fault ?? null } : samples.length > 0 ? { up: true } : {}),
    });
  }

  #change(change: Partial<GaugeNow>): void {
    this.#now = { ...this.#now, ...change };
    this.#timer ??= setTimeout(() => this.#show(), shownEvery);
  }

  #show(): void {
    clearTimeout(this.#timer);
    this.#timer = undefined;
    this.#shown = this.#now;
    for (const listener of this.#listeners) listener();
  }
}

export type { GaugeLine };

const never = () => () => undefined;
const silentState = () => silent;

/** The live line of an instrument, listened to for as long as it is in hand. */
export function useGauge(gauge: string | null): { now: GaugeNow; line: GaugeLine | null } {
  const line = useMemo(() => (gauge === null ? null : new GaugeLine(gauge)), [gauge]);
  const now = useSyncExternalStore(line?.subscribe ?? never, line?.state ?? silentState);
  return { now, line };
}
