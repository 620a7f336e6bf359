import { describe, expect, test } from 'vitest';
import type { Command, SlotState } from '../src/api/types';
import { isTaken, lastReading, waitingAt } from '../src/bench/state/onItsWay';
import { slotKey } from '../src/bench/state/typed';

const nose = { task: { kind: 'balancer-on', place: 'balancer' }, step: 'nose', item: '' };
const elsewhere = { ...nose, task: { kind: 'rear-seal', place: 'rear-seal' } };
const take = (id: string, slot: string, step = nose): Command =>
  ({ do: 'take-reading', id, doneAt: '', slot: { step, round: 1, slot }, typed: `typed ${id}` }) as Command;
const strike = (reading: string): Command => ({
  do: 'strike',
  id: `strike ${reading}`,
  doneAt: '',
  reading,
  because: 'rubbed-out',
});
const sent = (...commands: Command[]) => commands.map((command) => ({ by: 'ines', command }));
const at = (slot: string) => slotKey(nose, 1, slot);
const empty = { slot: {}, readings: [] } as unknown as SlotState;
const kept = { step: 'nose', item: '', reading: 'kept', typed: '34.021' };
const task = { ref: nose.task, last: kept };

describe('what is on its way', () => {
  test('stands at its place until it is struck, which may be on its way too', () => {
    const waiting = sent(take('a', 's1-0'), take('b', 's1-90'));
    expect(waitingAt(waiting, at('s1-90'))).toBe('typed b');
    expect(isTaken(empty, waiting, at('s1-90'))).toBe(true);
    const rubbed = [...waiting, ...sent(strike('b'))];
    expect(waitingAt(rubbed, at('s1-90'))).toBeUndefined();
    expect(isTaken(empty, rubbed, at('s1-90'))).toBe(false);
    expect(waitingAt([...rubbed, ...sent(take('c', 's1-90'))], at('s1-90'))).toBe('typed c');
  });

  test('a rub-out takes back the newest, whether or not the server has it yet', () => {
    expect(lastReading(task, [])).toBe(kept);
    expect(lastReading(task, sent(take('a', 's1-0'), take('b', 's1-90')))?.reading).toBe('b');
    expect(lastReading(task, sent(take('a', 's1-0'), take('b', 's1-90'), strike('b')))?.reading).toBe('a');
    expect(lastReading(task, sent(take('x', 'flange', elsewhere)))).toBe(kept);
  });

  test('nothing is rubbed out twice', () => {
    expect(lastReading(task, sent(strike('kept')))).toBeNull();
    expect(lastReading({ ...task, last: null }, [])).toBeNull();
  });
});
