import { describe, expect, test } from 'vitest';
import type { Judgement } from '../src/api/types';
import { saidAt, spanText, laterOf } from '../src/bench/call/clock';

const words = (template: string) => ({ template, args: {} });
const at = '2026-06-01T08:00:00Z';

describe('the clock', () => {
  test.each(['deadline', 'until'] as const)('what is said turns at the very time of its %s', (kind) => {
    const judged: Judgement = { do: words('Carry it.'), then: words('Too late.'), [kind]: at };
    const later = laterOf(judged);
    const time = Date.parse(at);
    expect([time - 1, time, time + 3600_000].map((now) => saidAt(now, judged.do, later).template)).toEqual([
      'Carry it.',
      'Too late.',
      'Too late.',
    ]);
  });

  test('what has no time, or nothing else to say then, never turns', () => {
    expect(laterOf({ do: words('a'), then: words('b') })).toBeNull();
    expect(laterOf({ do: words('a'), until: at })).toBeNull();
    expect(saidAt(Infinity, words('a'), null).template).toBe('a');
  });

  test.each([
    [-5, '0:00 min'],
    [61.2, '1:02 min'],
    [3600, '1 h 00 min'],
    [48 * 3600, '2 days'],
  ])('%d s are %s', (seconds, text) => expect(spanText(seconds)).toBe(text));
});
