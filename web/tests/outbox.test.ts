import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import type { Command, WorkAnswer } from '../src/api/types';

// The browser's own database and the network are the two edges of the outbox; both are stood in for here.
const kept = new Map<string, unknown>();
vi.mock('idb-keyval', () => ({
  get: (key: string) => Promise.resolve(kept.get(key)),
  set: (key: string, value: unknown) => Promise.resolve(void kept.set(key, structuredClone(value))),
}));
vi.stubGlobal('window', { addEventListener: () => undefined, removeEventListener: () => undefined });

const { Outbox } = await import('../src/api/outbox');

type Reply = number | 'cut';
let replies: Reply[];
let sent: { by: string; ids: string[] }[];

const note = (id: string): Command =>
  ({ do: 'note', id, doneAt: '2026-06-01T08:00:00Z', text: id, step: {} }) as unknown as Command;

beforeEach(() => {
  kept.clear();
  replies = [];
  sent = [];
  vi.useFakeTimers();
  vi.stubGlobal('fetch', (_: string, init: { body: string }) => {
    const { by, commands } = JSON.parse(init.body) as { by: string; commands: Command[] };
    sent.push({ by, ids: commands.map((c) => c.id) });
    const reply = replies.shift() ?? (commands.some((c) => c.id === 'bad') ? 400 : 200);
    if (reply === 'cut') return Promise.reject(new TypeError('cut'));
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
    expect(outbox.state()).toEqual({ waiting: [], line: 'up' });
    expect(kept.get('outbox:b')).toEqual([]);
  });

  test.each<Reply>(['cut', 503, 500])(
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
      expect(outbox.state()).toEqual({ waiting: [], line: 'up' });
      expect(sent[0]!.ids).toEqual(['1']);
      expect(sent[sent.length - 1]!.ids).toEqual(['1', '2']);
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
    expect(outbox.state()).toEqual({ waiting: [], line: 'up' });
    expect(sent.map((s) => s.ids)).toEqual([['1', 'bad', '3'], ['1', 'bad', '3'], ['1'], ['bad'], ['3']]);
  });
});
