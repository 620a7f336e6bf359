import { beforeEach, describe, expect, test, vi } from 'vitest';
import type { Command, WorkAnswer } from '../src/api/types';

const kept = new Map<string, unknown>();
vi.mock('../src/api/keep', () => ({
  get: (key: string) => Promise.resolve(kept.get(key)),
  set: (key: string, value: unknown) => Promise.resolve(void kept.set(key, value)),
}));
kept.set(
  'typed',
  JSON.stringify({ state: { builds: { old: { drafts: { a: '34.0' }, notices: {} } } }, version: 0 }),
);

const { Problem } = await import('../src/api/client');
const { answered, handedBack, knowKey, slotKey, typed, typedKept, typedNow } =
  await import('../src/bench/state/typed');

const step = { task: { kind: 'balancer-on', place: 'balancer' }, step: 'nose', item: '' };
const key = slotKey(step, 1, 's1-0');
const reading = (text: string): Command =>
  ({
    do: 'take-reading',
    id: text,
    doneAt: '',
    slot: { step, round: 1, slot: 's1-0' },
    typed: text,
  }) as Command;
const note: Command = { do: 'note', id: 'n', doneAt: '', step, text: 'x' };
const sent = (...commands: Command[]) => commands.map((command) => ({ by: 'ines', command }));
const answer = (...results: Partial<WorkAnswer['results'][number]>[]) => ({ results }) as WorkAnswer;
const on = (build: string) => typedNow().builds[build];

describe('what was typed and is not in the record', () => {
  beforeEach(() => typed.clockSeen());

  test('was kept before the app began, and each key is kept as it comes', async () => {
    await typedKept;
    expect(on('old')?.drafts).toEqual({ a: '34.0' });
    typed.draft('b', key, '34');
    await vi.waitFor(() => expect(String(kept.get('typed'))).toContain('"34"'));
    typed.draft('b', key, null);
    expect(on('b')).toBeUndefined();
  });

  test('a question or a refusal stands at its place until it is taken, whoever looks', () => {
    const question = { template: 'Odd.', args: {} };
    answered('b', answer({ taken: false, question }), sent(reading('34 in')));
    expect(on('b')?.notices[key]).toMatchObject({ typed: '34 in', question });
    answered('b', answer({ taken: false, errors: { typed: ['no', 'way'] } }), sent(reading('34..0')));
    expect(on('b')?.notices[key]).toMatchObject({ typed: '34..0', errors: ['no', 'way'] });
    answered('b', answer({ taken: true }), sent(reading('34.021')));
    expect(on('b')).toBeUndefined();
  });

  test('what the server could not read goes back to its place, or is said where it has none', () => {
    const [waiting, noted] = sent(reading('34'), note);
    handedBack('b', waiting!, new Problem(409, 'This id is taken.'));
    expect(on('b')?.notices[key]).toEqual({ typed: '34', errors: ['This id is taken.'] });
    handedBack('b', noted!, new Problem(422, 'No.', { text: ['must be words'] }));
    expect(typedNow().refused['b']).toBe('must be words');
    typed.clear('b');
    expect(typedNow().refused['b']).toBeUndefined();
    answered('b', answer({ taken: true }), sent(reading('34')));
  });

  test('a value of the engine that was refused stands at its box on the card', () => {
    const tell = {
      do: 'tell-value',
      id: 't',
      doneAt: '',
      path: 'crankBolt/torqueNm',
      typed: 'tight',
    } as Command;
    answered('b', answer({ taken: false, errors: { typed: ['no number'] } }), sent(tell));
    expect(on('b')?.notices[knowKey('crankBolt/torqueNm')]).toMatchObject({
      typed: 'tight',
      errors: ['no number'],
    });
    handedBack('b', sent(tell)[0]!, new Problem(409, 'This id is taken.'));
    expect(on('b')?.notices[knowKey('crankBolt/torqueNm')]?.errors).toEqual(['This id is taken.']);
    expect(typedNow().refused['b']).toBeUndefined();
    answered('b', answer({ taken: true }), sent(tell));
    expect(on('b')).toBeUndefined();
  });

  test('typed ahead, it lands once, at the first free place', () => {
    typed.ahead('c', 'HB-21');
    typed.draft('c', 'taken', 'mine');
    typed.land('c', 'taken');
    expect(on('c')?.drafts).toEqual({ taken: 'mine' });
    typed.land('c', 'free');
    expect(on('c')).toEqual({ drafts: { taken: 'mine', free: 'HB-21' }, notices: {} });
    typed.ahead('d', 'HB-21');
    typed.land('d', 'first');
    typed.land('d', 'second');
    expect(on('d')?.drafts).toEqual({ first: 'HB-21' });
  });

  test('a clock that is off is said once', () => {
    answered('b', answer({ taken: true, clockOffS: 7200 }), sent(note));
    expect(typedNow().clockOffS).toBe(7200);
    typed.clockSeen();
    answered('b', answer({ taken: true, clockOffS: 7200 }), sent(note));
    expect(typedNow().clockOffS).toBeNull();
  });
});
