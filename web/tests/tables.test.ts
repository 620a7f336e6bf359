import { describe, expect, test } from 'vitest';
import entries from '../../tests/tables/entry.json';
import wordings from '../../tests/tables/wording.json';
import type { Dimension, Quantity } from '../src/api/types';
import { readEntry } from '../src/entry/units';
import { clockText, writeQuantity, writeSentence } from '../src/entry/wording';

describe('the tables that the core is held to as well', () => {
  test.each(entries.map((e) => [e.text, e.unit, e] as const))(
    '“%s” typed where %s is meant',
    (_, __, row) => {
      const typed = readEntry(row.text, row.dimension as Dimension, row.unit, (row.mark ?? '.') as '.' | ',');
      if (row.error) {
        expect(typed).toMatchObject({ ok: false, error: row.error });
        expect((typed as { message: string }).message).not.toMatch(/[{}]/);
      } else {
        expect(typed).toMatchObject({ ok: true });
        expect((typed as { value: number }).value).toBeCloseTo(row.value!, 9);
      }
    },
  );

  test.each(wordings)('%o', (row) => {
    const quantity = row.quantity as Quantity;
    expect(writeQuantity(quantity, { units: 'metric', view: 'front' })).toBe(row.metric);
    expect(writeQuantity(quantity, { units: 'inch', view: 'front' })).toBe(row.inch);
    if (row.rear) expect(writeQuantity(quantity, { units: 'metric', view: 'rear' })).toBe(row.rear);
  });
});

test('a word that holds braces is not filled in again', () => {
  const args: Record<string, Quantity> = {
    a: { value: 0, dimension: 'text', resolution: 1, text: '{b}' },
    b: { value: 2, dimension: 'count', resolution: 1 },
  };
  expect(writeSentence({ template: '{a} then {b}', args }, { units: 'metric', view: 'front' })).toBe(
    '{b} then 2',
  );
});

test('clock text rounds halves up and wraps', () => {
  expect([0, 3.75, 3.74, -7.5, 307.4].map(clockText)).toEqual(['12:00', '12:15', '12:00', '11:45', '10:15']);
});
