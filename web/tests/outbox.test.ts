import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { Command, WorkAnswer } from '../src/api/types';

// The browser's own database and the network are the two edges of the outbox; both are stood in for here.
const kept = new Map<string, unknown>();
/** What the browser does one after another before it keeps anything more. */
let busy = Promise.resolve();
vi.mock('../src/api/keep', () => ({
  get: (key: string) => Promise.resolve(kept.get(key)),
  set: (key: string, value: unknown) => (busy = busy.then(() => void kept.set(key, structuredClone(value)))),
  update: (key: string, change: (old: unknown) => unknown) =>
    (busy = busy.then(() => void kept.set(key, structuredClone(change(kept.get(key)))))),
}));
vi.stubGlobal('window', { addEventListener: () => undefined, removeEventListener: () => undefined });

const { Outbox } = await import('../src/api/outbox');

type Reply = number | 'cut' | 'late';
let replies: Reply[];
/** More than the server can answer for in time. */
let tooMany = Infinity;
/** A command that the server breaks on. */
let poison: string | undefined;
let sent: { by: string; ids: string[] }[];
const taken = new Set<string>();

const at = (step: string) => ({ task: { kind: 'balancer-on', place: 'balancer' }, step, item: '' });

const note = (id: string): Command => ({
  do: 'note',
  id,
  doneAt: '2026-06-01T08:00:00Z',
  text: id,
  step: at(`of ${id}`),
});

const reading = (id: string, step: string, round = 1): Command =>
  ({
    do: 'take-reading',
    id,
    doneAt: '2026-06-01T08:00:00Z',
    slot: { step: at(step), round, slot: id },
    typed: '34',
  }) as Command;

beforeEach(() => {
  kept.clear();
  busy = Promise.resolve();
  taken.clear();
  replies = [];
  sent = [];
  tooMany = Infinity;
  poison = undefined;
  vi.useFakeTimers();
  vi.stubGlobal('fetch', (_: string, init: { body: string }) => {
    const { by, commands } = JSON.parse(init.body) as { by: string; commands: Command[] };
    sent.push({ by, ids: commands.map((c) => c.id) });
    const reply =
      replies.shift() ??
      (commands.length > tooMany
        ? 'late'
        : commands.some((c) => c.id === poison)
          ? 500
          : commands.some((c) => c.id === 'bad')
            ? 400
            : 200);
    if (reply === 'cut') return Promise.reject(new TypeError('cut'));
    if (reply === 'late') return Promise.reject(new DOMException('late', 'TimeoutError'));
    for (const c of reply === 200 ? commands : []) taken.add(c.id);
    const results = commands.map((c) => ({ id: c.id, taken: true }));
    return Promise.resolve(new Response(JSON.stringify({ results, state: {} }), { status: reply }));
  });
});

afterEach(() => vi.useRealTimers());

const never = () => {
  throw new Error('nothing should have been refused');
};

const waitingIds = (outbox: InstanceType<typeof Outbox>) => outbox.state().waiting.map((w) => w.command.id);

describe('the outbox', () => {
  test('sends in order, tells what was answered, and then holds nothing', async () => {
    const answers: WorkAnswer[] = [];
    const outbox = new Outbox('b', (answer) => answers.push(answer), never);
    outbox.send('ines', note('1'));
    outbox.send('ines', note('2'), note('3'));
    await vi.runAllTimersAsync();
    expect(sent.flatMap((s) => s.ids)).toEqual(['1', '2', '3']);
    expect(answers.flatMap((a) => a.results.map((r) => r.id))).toEqual(['1', '2', '3']);
    expect(outbox.state()).toEqual({ waiting: [], aside: [], line: 'up' });
    expect(kept.get('outbox:b')).toEqual([]);
  });

  test('a browser that is slow to keep it holds up nothing, and keeps nothing that is answered for', async () => {
    let ready = (): void => undefined;
    busy = new Promise((done) => (ready = done));
    const outbox = new Outbox('b', () => undefined, never);
    outbox.send('ines', note('1'));
    await vi.advanceTimersByTimeAsync(1);
    outbox.send('ines', note('2'));
    await vi.advanceTimersByTimeAsync(1);
    expect(sent.map((s) => s.ids)).toEqual([['1'], ['2']]);
    expect(waitingIds(outbox)).toEqual([]);
    ready();
    await vi.runAllTimersAsync();
    expect(kept.get('outbox:b')).toEqual([]);
  });

  test.each<Reply>(['cut', 'late', 502, 503, 504])(
    'keeps everything while the answer is %s and sends the same ids again',
    async (reply) => {
      replies = [reply, reply, reply];
      const outbox = new Outbox('b', () => undefined, never);
      outbox.send('ines', note('1'));
      await vi.advanceTimersByTimeAsync(1);
      expect(outbox.state().line).toBe('down');
      outbox.send('ines', note('2'));
      expect(waitingIds(outbox)).toEqual(['1', '2']);
      await vi.runAllTimersAsync();
      expect(outbox.state()).toEqual({ waiting: [], aside: [], line: 'up' });
      expect(sent[0]!.ids).toEqual(['1']);
      expect(sent.flatMap((s) => s.ids).slice(-2)).toEqual(['1', '2']);
    },
  );

  test('what was kept before a reload goes first', async () => {
    kept.set('outbox:b', [{ by: 'ines', command: note('old') }]);
    const outbox = new Outbox('b', () => undefined, never);
    outbox.send('ines', note('new'));
    await vi.runAllTimersAsync();
    expect(sent.flatMap((s) => s.ids)).toEqual(['old', 'new']);
    expect(kept.get('outbox:b')).toEqual([]);
  });

  test('two people’s work is never signed by one', async () => {
    replies = ['cut'];
    const outbox = new Outbox('b', () => undefined, never);
    outbox.send('ines', note('1'));
    outbox.send('tomas', note('2'));
    outbox.send('ines', note('3'));
    await vi.runAllTimersAsync();
    expect(sent.slice(1)).toEqual([
      { by: 'ines', ids: ['1'] },
      { by: 'tomas', ids: ['2'] },
      { by: 'ines', ids: ['3'] },
    ]);
  });

  test('a build that is gone is said to be, is not hammered, and loses nothing', async () => {
    replies = [404];
    const outbox = new Outbox('b', () => undefined, never);
    outbox.send('ines', note('1'));
    await vi.runAllTimersAsync();
    expect(outbox.state().line).toBe('gone');
    expect(waitingIds(outbox)).toEqual(['1']);
    expect(sent).toHaveLength(1);
    expect(kept.get('outbox:b')).toHaveLength(1);
  });

  test('one that can’t be read is handed back, and does not hold up the others', async () => {
    const back: string[] = [];
    replies = ['cut'];
    const outbox = new Outbox(
      'b',
      () => undefined,
      ({ command }) => back.push(command.id),
    );
    outbox.send('ines', note('1'), note('bad'), note('3'));
    await vi.runAllTimersAsync();
    expect(back).toEqual(['bad']);
    expect(outbox.state()).toEqual({ waiting: [], aside: [], line: 'up' });
    expect(sent.map((s) => s.ids)).toEqual([
      ['1', 'bad', '3'],
      ['1', 'bad', '3'],
      ['1'],
      ['bad', '3'],
      ['bad'],
      ['3'],
    ]);
  });

  test('one that the server breaks on twice, alone, is put aside, and only what belongs to it waits', async () => {
    poison = 'p';
    const outbox = new Outbox('b', () => undefined, never);
    outbox.send(
      'ines',
      reading('1', 'nose'),
      reading('p', 'nose'),
      reading('2', 'nose'),
      reading('3', 'nose', 2),
      { do: 'strike', id: '4', doneAt: '', reading: 'p', because: 'slip' },
      { do: 'strike', id: '5', doneAt: '', reading: '2', because: 'slip' },
      { do: 'decide', id: '6', doneAt: '', step: at('nose'), because: 'so' },
      reading('7', 'bore'),
    );
    await vi.runAllTimersAsync();
    expect([...taken]).toEqual(['1', '3', '7']);
    expect(outbox.state().aside.map((a) => a.command.id)).toEqual(['p']);
    expect(waitingIds(outbox)).toEqual(['2', '4', '5', '6']);
    expect(outbox.state().line).toBe('up');
    expect(sent.filter((s) => s.ids.length === 1 && s.ids[0] === 'p')).toHaveLength(2);

    // It survives a reload, and goes first once it is sent again.
    const reloaded = new Outbox('b', () => undefined, never);
    await vi.runAllTimersAsync();
    expect(reloaded.state().aside.map((a) => a.command.id)).toEqual(['p']);
    poison = undefined;
    reloaded.sendAgain('p');
    await vi.runAllTimersAsync();
    expect([...taken]).toEqual(['1', '3', '7', 'p', '2', '4', '5', '6']);
    expect(reloaded.state()).toEqual({ waiting: [], aside: [], line: 'up' });
    expect([kept.get('outbox:b'), kept.get('aside:b')]).toEqual([[], []]);
  });

  test('struck, it is given up, and what waited behind it goes', async () => {
    poison = 'p';
    const outbox = new Outbox('b', () => undefined, never);
    outbox.send('ines', reading('p', 'nose'), reading('2', 'nose'));
    await vi.runAllTimersAsync();
    outbox.strike('p');
    await vi.runAllTimersAsync();
    expect([...taken]).toEqual(['2']);
    expect(outbox.state()).toEqual({ waiting: [], aside: [], line: 'up' });
  });

  test('a task that could not be begun holds back all that was done in it', async () => {
    poison = 'p';
    const outbox = new Outbox('b', () => undefined, never);
    outbox.send('ines', { do: 'start-task', id: 'p', doneAt: '', task: at('').task }, reading('2', 'nose'), {
      do: 'choose',
      id: '3',
      doneAt: '',
      task: at('').task,
      choice: 'c',
      option: 'o',
    });
    await vi.runAllTimersAsync();
    expect(waitingIds(outbox)).toEqual(['2', '3']);
  });

  test.each([1, 7, 100])(
    'none of five hundred is lost where only %s at once get through in time',
    async (most) => {
      tooMany = most;
      const outbox = new Outbox('b', () => undefined, never);
      outbox.send('ines', ...Array.from({ length: 500 }, (_, i) => note(`${i}`)));
      await vi.runAllTimersAsync();
      expect([...taken]).toEqual(Array.from({ length: 500 }, (_, i) => `${i}`));
      expect(outbox.state()).toEqual({ waiting: [], aside: [], line: 'up' });
    },
  );

  test('a build that this server can’t read keeps all that waits', async () => {
    vi.stubGlobal('fetch', () =>
      Promise.resolve(
        new Response(JSON.stringify({ type: 'urn:neat-bore:unreadable-build', title: 'No' }), {
          status: 409,
        }),
      ),
    );
    const outbox = new Outbox('b', () => undefined, never);
    outbox.send('ines', note('1'));
    await vi.runAllTimersAsync();
    expect(outbox.state().line).toBe('unreadable');
    expect(waitingIds(outbox)).toEqual(['1']);
  });

  test('an answer that is cut half way is no answer', async () => {
    let calls = 0;
    vi.stubGlobal('fetch', () => {
      calls++;
      return Promise.resolve(
        new Response(
          calls === 1 ? '{"results":[{"id":"1"' : '{"results":[{"id":"1","taken":true}],"state":{}}',
        ),
      );
    });
    const outbox = new Outbox('b', () => undefined, never);
    outbox.send('ines', note('1'));
    await vi.runAllTimersAsync();
    expect(calls).toBe(2);
    expect(waitingIds(outbox)).toEqual([]);
  });

  test('what another tab of the same build keeps stays kept', async () => {
    kept.set('outbox:b', []);
    const outbox = new Outbox('b', () => undefined, never);
    await vi.runAllTimersAsync();
    kept.set('outbox:b', [{ by: 'ines', command: note('theirs') }]);
    outbox.send('ines', note('mine'));
    await vi.runAllTimersAsync();
    expect((kept.get('outbox:b') as { command: Command }[]).map((w) => w.command.id)).toEqual(['theirs']);
  });
});
