import type { GaugeBatch, GaugeLineState, News } from './types';

/** What is listened for: any build's growth, one build's, or what a gauge sends. */
export type Topic = 'any' | `build:${string}` | `gauge:${string}`;

/** What a listener is told. */
export type Heard =
  | { kind: 'up' | 'down' }
  | { kind: 'any'; mark: string }
  | { kind: 'grown'; build: string; upToSeq: number }
  | { kind: 'gauges'; batch: GaugeBatch; upTo: number };

type Tell = (heard: Heard) => void;

const closed = 2;
/** How long a line that the server refused rests, ms; one that was cut the browser itself takes up again. */
const rest = 2000;

/**
 * The one line to the server, for all who listen: it is opened anew when what they listen for together changes, and goes
 * on from the number that it had got to. Who joins is told what is known already.
 */
export class LiveHub {
  readonly #listeners = new Map<unknown, { topics: ReadonlySet<Topic>; tell: Tell }>();
  readonly #grown = new Map<string, number>();
  readonly #lines = new Map<string, GaugeLineState>();
  #source: EventSource | null = null;
  #asked = '';
  #up = false;
  #failed = false;
  #upTo: number | undefined;
  #mark: string | undefined;

  constructor(private readonly open: (url: string) => EventSource) {}

  /** What somebody listens for from now on. */
  want(who: unknown, topics: readonly Topic[], tell: Tell): void {
    const before = this.#listeners.get(who)?.topics ?? new Set<Topic>();
    this.#listeners.set(who, { topics: new Set(topics), tell });
    this.#look();
    if (before.size === 0 && (this.#up || this.#failed)) tell({ kind: this.#up ? 'up' : 'down' });
    for (const topic of topics) if (!before.has(topic)) this.#tellKnown(topic, tell);
  }

  /** Somebody listens no more. */
  leave(who: unknown): void {
    if (this.#listeners.delete(who)) this.#look();
  }

  #tellKnown(topic: Topic, tell: Tell): void {
    const [kind, id] = [topic.slice(0, topic.indexOf(':')), topic.slice(topic.indexOf(':') + 1)];
    const upToSeq = this.#grown.get(id);
    const line = this.#lines.get(id);
    if (topic === 'any' && this.#mark !== undefined) tell({ kind: 'any', mark: this.#mark });
    else if (kind === 'build' && upToSeq !== undefined) tell({ kind: 'grown', build: id, upToSeq });
    else if (kind === 'gauge' && line)
      tell({ kind: 'gauges', batch: { samples: [], lines: [line] }, upTo: this.#upTo ?? 0 });
  }

  #look(): void {
    const topics = [...new Set([...this.#listeners.values()].flatMap((l) => [...l.topics]))].sort();
    const asked = topics
      .map((topic) => {
        if (topic === 'any') return 'any=true';
        const [kind, id] = topic.split(':') as [string, string];
        return `${kind}=${encodeURIComponent(id)}`;
      })
      .join('&');
    if (asked === this.#asked) return;
    this.#asked = asked;
    if (!topics.includes('any')) this.#mark = undefined;
    // What nobody listens for any more is not known from here on.
    for (const id of this.#grown.keys()) if (!topics.includes(`build:${id}`)) this.#grown.delete(id);
    for (const id of this.#lines.keys()) if (!topics.includes(`gauge:${id}`)) this.#lines.delete(id);
    this.#connect();
  }

  #connect(): void {
    this.#source?.close();
    this.#source = null;
    if (this.#asked === '') {
      [this.#up, this.#failed] = [false, false];
      this.#upTo = undefined;
      return;
    }
    const source = this.open(
      `/api/live?${this.#asked}${this.#upTo === undefined ? '' : `&after=${this.#upTo}`}`,
    );
    this.#source = source;
    source.onopen = () => {
      [this.#up, this.#failed] = [true, false];
      this.#tell({ kind: 'up' }, () => true);
    };
    source.onerror = () => {
      [this.#up, this.#failed] = [false, true];
      this.#tell({ kind: 'down' }, () => true);
      if (source.readyState === closed)
        setTimeout(() => {
          if (this.#source === source) this.#connect();
        }, rest);
    };
    const on = (kind: string, hear: (news: News, id: number) => void) =>
      source.addEventListener(kind, (event: MessageEvent<string>) =>
        hear(JSON.parse(event.data) as News, Number(event.lastEventId)),
      );
    on('any', ({ mark }) => {
      if (mark == null) return;
      this.#mark = mark;
      this.#tell({ kind: 'any', mark }, (topics) => topics.has('any'));
    });
    on('grown', ({ build, upToSeq }) => {
      if (build == null || upToSeq == null) return;
      this.#grown.set(build, upToSeq);
      this.#tell({ kind: 'grown', build, upToSeq }, (topics) => topics.has(`build:${build}`));
    });
    on('gauges', ({ gauges }, upTo) => {
      if (!gauges) return;
      this.#upTo = upTo;
      for (const line of gauges.lines) this.#lines.set(line.gauge, line);
      for (const { topics, tell } of this.#listeners.values()) {
        const own = ({ gauge }: { gauge: string }): boolean => topics.has(`gauge:${gauge}`);
        const batch = { samples: gauges.samples.filter(own), lines: gauges.lines.filter(own) };
        if (batch.samples.length + batch.lines.length > 0) tell({ kind: 'gauges', batch, upTo });
      }
    });
  }

  #tell(heard: Heard, to: (topics: ReadonlySet<Topic>) => boolean): void {
    for (const { topics, tell } of this.#listeners.values()) if (to(topics)) tell(heard);
  }
}
