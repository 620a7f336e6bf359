import { afterEach, describe, expect, test, vi } from 'vitest';
import { LiveHub, type Heard } from '../src/api/liveHub';

/** A line as the browser would open it, with what the server says put in by hand. */
class Opened {
  static all: Opened[] = [];
  onopen: (() => void) | null = null;
  onerror: (() => void) | null = null;
  readyState = 0;
  readonly #hear = new Map<string, (event: { data: string; lastEventId: string }) => void>();

  constructor(readonly url: string) {
    Opened.all.push(this);
  }

  addEventListener(kind: string, hear: (event: { data: string; lastEventId: string }) => void): void {
    this.#hear.set(kind, hear);
  }

  close(): void {
    this.readyState = 2;
  }

  say(kind: string, data: object, id = ''): void {
    this.#hear.get(kind)?.({ data: JSON.stringify(data), lastEventId: id });
  }
}

const opened = () => {
  Opened.all = [];
  return new LiveHub((url) => new Opened(url) as unknown as EventSource);
};
const last = () => Opened.all[Opened.all.length - 1]!;
const open = () => Opened.all.filter((s) => s.readyState !== 2).length;
const sample = (gauge: string, value: number) => ({ gauge, quantity: 'length', value });
const batch = (...gauges: string[]) => ({
  gauges: { samples: gauges.map((g) => sample(g, 1)), lines: gauges.map((gauge) => ({ gauge, up: true })) },
});

afterEach(() => vi.useRealTimers());

describe('the one line of a browser', () => {
  test('is one however many listen, and asks for each thing once', () => {
    const hub = opened();
    for (let i = 0; i < 10; i++) hub.want({ i }, ['build:b1', 'gauge:dial'], () => undefined);
    hub.want({}, ['any'], () => undefined);
    expect(open()).toBe(1);
    expect(last().url).toBe('/api/live?any=true&build=b1&gauge=dial');
  });

  test('tells each what it listens for and nothing else', () => {
    const hub = opened();
    const [one, two]: [Heard[], Heard[]] = [[], []];
    hub.want('one', ['build:b1', 'gauge:dial'], (h) => one.push(h));
    hub.want('two', ['build:b2', 'any', 'gauge:mic'], (h) => two.push(h));
    one.length = two.length = 0;
    last().say('grown', { build: 'b1', upToSeq: 7 });
    last().say('grown', { build: 'b2', upToSeq: 9 });
    last().say('any', { mark: 'a.3' });
    last().say('gauges', batch('dial', 'mic'), '41');
    expect(one.map((h) => h.kind)).toEqual(['grown', 'gauges']);
    expect(one[0]).toMatchObject({ build: 'b1', upToSeq: 7 });
    expect(one[1]).toMatchObject({ upTo: 41, batch: { samples: [{ gauge: 'dial' }] } });
    expect(two.map((h) => h.kind)).toEqual(['grown', 'any', 'gauges']);
    expect(two[2]).toMatchObject({ batch: { samples: [{ gauge: 'mic' }] } });
  });

  test('who joins is told what is known, without a new line', () => {
    const hub = opened();
    hub.want('one', ['build:b1', 'gauge:dial'], () => undefined);
    last().onopen!();
    last().say('grown', { build: 'b1', upToSeq: 7 });
    last().say('gauges', batch('dial'), '41');
    const told: Heard[] = [];
    hub.want('two', ['build:b1', 'gauge:dial'], (h) => told.push(h));
    expect(Opened.all).toHaveLength(1);
    expect(told).toEqual([
      { kind: 'up' },
      { kind: 'grown', build: 'b1', upToSeq: 7 },
      { kind: 'gauges', batch: { samples: [], lines: [{ gauge: 'dial', up: true }] }, upTo: 41 },
    ]);
  });

  test('opened for more, it goes on from the number that it had got to', () => {
    const hub = opened();
    hub.want('one', ['gauge:dial'], () => undefined);
    last().say('gauges', batch('dial'), '41');
    hub.want('two', ['gauge:mic'], () => undefined);
    expect(open()).toBe(1);
    expect(last().url).toBe('/api/live?gauge=dial&gauge=mic&after=41');
  });

  test('is closed when the last has left, and begins afresh', () => {
    const hub = opened();
    hub.want('one', ['gauge:dial'], () => undefined);
    last().say('gauges', batch('dial'), '41');
    hub.leave('one');
    expect(open()).toBe(0);
    hub.want('one', ['gauge:dial'], () => undefined);
    expect(last().url).toBe('/api/live?gauge=dial');
  });

  test('refused by the server, it says that it is down, rests, and tries again', () => {
    vi.useFakeTimers();
    const hub = opened();
    const told: string[] = [];
    hub.want('one', ['any'], (h) => told.push(h.kind));
    last().readyState = 2;
    last().onerror!();
    expect(told.slice(-1)).toEqual(['down']);
    const late: string[] = [];
    hub.want('late', ['any'], (h) => late.push(h.kind));
    expect(late).toEqual(['down']);
    expect(Opened.all).toHaveLength(1);
    vi.advanceTimersByTime(2000);
    expect(Opened.all).toHaveLength(2);
    last().onopen!();
    expect(told.slice(-1)).toEqual(['up']);
  });
});
