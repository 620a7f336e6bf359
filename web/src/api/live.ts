import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import type { GaugeBatch, GaugeSample } from './types';

/**
 * A line of server-sent events that gives way while nobody looks at its page: a browser opens six connections to a
 * host, and the pages of a dozen tabs would hold them all. Whoever connects again is told what stands.
 */
class Line {
  #source: EventSource | null = null;

  constructor(
    readonly url: string,
    private readonly hear: (source: EventSource) => void,
  ) {
    this.#look();
    document.addEventListener('visibilitychange', this.#look);
    window.addEventListener('pagehide', this.#away);
    window.addEventListener('pageshow', this.#look);
  }

  close(): void {
    this.#away();
    document.removeEventListener('visibilitychange', this.#look);
    window.removeEventListener('pagehide', this.#away);
    window.removeEventListener('pageshow', this.#look);
  }

  readonly #look = (): void => {
    if (document.hidden) this.#away();
    else if (this.#source === null) {
      this.#source = new EventSource(this.url);
      this.hear(this.#source);
    }
  };

  readonly #away = (): void => {
    this.#source?.close();
    this.#source = null;
  };
}

/** Calls back each time that a build has grown. The browser itself connects again after a cut, from where it was. */
export function useGrowth(build: string, grown: (upToSeq: number) => void): void {
  const latest = useRef(grown);
  useEffect(() => {
    latest.current = grown;
  });
  useEffect(() => {
    const line = new Line(`/api/builds/${build}/live`, (source) =>
      source.addEventListener('grown', (event: MessageEvent<string>) =>
        latest.current((JSON.parse(event.data) as { upToSeq: number }).upToSeq),
      ),
    );
    return () => line.close();
  }, [build]);
}

/** Calls back when any build has grown, and says whether the line that tells of it is up. */
export function useAnyGrowth(grown: () => void): boolean {
  const latest = useRef(grown);
  const [up, setUp] = useState(false);
  useEffect(() => {
    latest.current = grown;
  });
  useEffect(() => {
    const line = new Line('/api/builds/live', (source) => {
      source.addEventListener('open', () => setUp(true));
      source.addEventListener('error', () => setUp(false));
      source.addEventListener('grown', () => latest.current());
    });
    return () => line.close();
  }, []);
  return up;
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
  readonly #line: Line;
  readonly #listeners = new Set<() => void>();

  constructor(readonly gauge: string) {
    this.#line = new Line(`/api/gauges/live?gauge=${encodeURIComponent(gauge)}`, (source) => {
      source.onmessage = (event: MessageEvent<string>) =>
        this.#take(JSON.parse(event.data) as GaugeBatch, Number(event.lastEventId));
      source.onerror = () => this.#change({ up: false, fault: 'no line to the server' });
    });
  }

  close(): void {
    clearTimeout(this.#timer);
    this.#line.close();
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
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

  #take({ samples, lines }: GaugeBatch, upTo: number): void {
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

/** The live line of an instrument, open for as long as it is in hand. */
export function useGauge(gauge: string | null): { now: GaugeNow; line: GaugeLine | null } {
  const [line, setLine] = useState<GaugeLine | null>(null);
  useEffect(() => {
    if (gauge === null) return undefined;
    const opened = new GaugeLine(gauge);
    // eslint-disable-next-line react-hooks/set-state-in-effect -- the line is a connection: it is made here and closed here
    setLine(opened);
    return () => {
      opened.close();
      setLine(null);
    };
  }, [gauge]);
  const now = useSyncExternalStore(line?.subscribe ?? never, line?.state ?? silentState);
  return { now: line?.gauge === gauge ? now : silent, line };
}
