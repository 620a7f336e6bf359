import table from '@units';
import type { Dimension, UnitSystem } from '../api/types';

export interface Unit {
  symbol: string;
  also: string[];
  dimension: Dimension;
  factor: number;
  offset?: number;
}

export const units: readonly Unit[] = table.units as Unit[];
const shown: Record<string, Record<UnitSystem, string>> = table.shown;
const names: Record<string, string> = table.names;
const errors: Record<string, string> = table.errors;

export type EntryError = keyof typeof table.errors;

/** A typed entry as it was understood: the value in the base unit, or what would be right. */
export type Typed =
  { ok: true; value: number; unit: string } | { ok: false; error: EntryError; message: string };

/** The unit that a dimension is shown in. */
export const unitFor = (dimension: Dimension, system: UnitSystem): Unit =>
  bySymbol(shown[dimension]![system])!;

/** The unit in which a bare number at a place is understood: machinists type force in kN and inches in in. */
export const bareUnit = (dimension: Dimension, system: UnitSystem): string =>
  unitFor(dimension, system).symbol;

function bySymbol(symbol: string): Unit | undefined {
  const lower = symbol.toLowerCase();
  return (
    units.find((u) => u.symbol === symbol || u.also.includes(symbol)) ??
    units.find((u) => u.symbol.toLowerCase() === lower || u.also.some((a) => a.toLowerCase() === lower))
  );
}

const ownMark = (1.5).toLocaleString().includes(',') ? ',' : '.';
/** The decimal mark of the reader's locale. */
export const localMark = (): '.' | ',' => ownMark;

/** Understands one typed number by the same rules as the core; tests/tables/entry.json holds both to them. */
export function readEntry(
  text: string,
  dimension: Dimension,
  unit: string,
  mark: '.' | ',' = '.',
  spread = false,
): Typed {
  const typed = text.trim();
  const fail = (error: EntryError, found = '', other = ''): Typed => ({
    ok: false,
    error,
    message: errors[error]!.replace('{typed}', typed)
      .replaceAll('{mark}', mark === '.' ? 'point' : 'comma')
      .replace('{unit}', unit)
      .replace('{found}', found)
      .replace('{other}', other)
      .replace('{dimension}', names[dimension]!)
      .replace(
        '{units}',
        units
          .filter((u) => u.dimension === dimension)
          .map((u) => u.symbol)
          .join(', '),
      ),
  });

  if (typed === '') return fail('empty');
  const parts = /^([-−+]?)\s*((?:\d+ (?=\d+\/))?[\d.,/]*)\s*(.*)$/su.exec(typed)!;
  const [sign, number, symbol] = [parts[1]!, parts[2]!, parts[3]!.trim()];
  if (!/\d/.test(number)) return fail('not-a-number');
  if (number.replace(/[^.,]/g, '').length > 1) return fail('two-marks');
  if (number.includes(mark === '.' ? ',' : '.')) return fail('wrong-mark');

  let magnitude: number;
  if (number.includes('/')) {
    const fraction = /^(?:(\d+) )?(\d+)\/(\d+)$/.exec(number);
    if (!fraction) return fail('not-a-number');
    if (Number(fraction[3]) === 0) return fail('zero-denominator');
    magnitude = Number(fraction[1] ?? 0) + Number(fraction[2]) / Number(fraction[3]);
  } else {
    magnitude = Number(number.replace(',', '.'));
  }

  const known = bySymbol(symbol === '' ? unit : symbol);
  if (!known) return /\d/.test(symbol) ? fail('not-a-number') : fail('unknown-unit', symbol);
  if (known.dimension !== dimension) return fail('wrong-dimension', known.symbol, names[known.dimension]);
  const value =
    (sign === '-' || sign === '−' ? -magnitude : magnitude) * known.factor +
    (spread ? 0 : (known.offset ?? 0));
  return { ok: true, value, unit: known.symbol };
}
