import { LiveHub, type Heard, type Topic } from './liveHub';

/** How often a window says that it is still there, ms. */
const stillHere = 20_000;

interface Way {
  say: (topics: readonly Topic[]) => void;
}

/**
 * The window's part in the browser's one live line: a browser opens six connections to a host, and the windows of a shop
 * would hold them all. While nobody looks at the window it asks for nothing; where there is no shared worker, the window
 * has a line of its own.
 */
class LiveLine {
  readonly #listening = new Map<object, { topic: Topic; tell: (heard: Heard) => void }>();
  #way: Way | undefined;

  /** Listens until the answer is called. */
  listen(topic: Topic, tell: (heard: Heard) => void): () => void {
    const who = {};
    this.#listening.set(who, { topic, tell });
    this.#say();
    return () => {
      this.#listening.delete(who);
      this.#say();
    };
  }

  readonly #hear = (heard: Heard): void => {
    for (const { topic, tell } of this.#listening.values()) {
      if (heard.kind === 'any' && topic !== 'any') continue;
      if (heard.kind === 'grown' && topic !== `build:${heard.build}`) continue;
      if (heard.kind === 'gauges') {
        const { samples, lines } = heard.batch;
        if (![...samples, ...lines].some(({ gauge }) => topic === `gauge:${gauge}`)) continue;
      }
      tell(heard);
    }
  };

  readonly #say = (): void => {
    this.#way ??= this.#opened();
    this.#way.say(document.hidden ? [] : [...new Set([...this.#listening.values()].map((l) => l.topic))]);
  };

  #opened(): Way {
    document.addEventListener('visibilitychange', this.#say);
    window.addEventListener('pageshow', this.#say);
    window.addEventListener('pagehide', () => this.#way?.say([]));
    setInterval(this.#say, stillHere);
    return typeof SharedWorker === 'undefined' ? this.#own() : this.#shared();
  }

  #own(): Way {
    const hub = new LiveHub((url) => new EventSource(url));
    return { say: (topics) => (topics.length > 0 ? hub.want(this, topics, this.#hear) : hub.leave(this)) };
  }

  #shared(): Way {
    const worker = new SharedWorker(new URL('./liveWorker.ts', import.meta.url), {
      type: 'module',
      name: 'live',
    });
    worker.onerror = () => {
      this.#way = this.#own();
      this.#say();
    };
    worker.port.onmessage = ({ data }: MessageEvent<Heard>) => this.#hear(data);
    return { say: (topics) => worker.port.postMessage(topics) };
  }
}

export const live = new LiveLine();
