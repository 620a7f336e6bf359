import type { Dimension, Quantity, Sentence, UnitSystem, View } from '../api/types';
import { unitFor, units } from './units';

/** How a reader sees numbers: their units, and the end of the engine they look from. */
export interface Reader {
  units: UnitSystem;
  view: View;
  /** The clock angle, from the front, that a figure is drawn with at the top; 12 unless it is turned to how the engine hangs. */
  up?: number;
}

/** A front clock angle as it is drawn: clockwise from the top of the screen, in the reader's view. */
export const faced = (frontDeg: number, reader: Reader): number =>
  normalise((reader.view === 'front' ? 1 : -1) * (frontDeg - (reader.up ?? 0)));

/** A front clock angle in the words of the reader's view. */
export const clockIn = (frontDeg: number, reader: Reader): string =>
  clockText(reader.view === 'front' ? frontDeg : -frontDeg);

export const metricFront: Reader = { units: 'metric', view: 'front' };

/** Brings an angle into [0, 360). */
export const normalise = (deg: number): number => ((deg % 360) + 360) % 360;

/** Clock text to the nearest quarter hour, halves up. */
export function clockText(deg: number): string {
  const quarters = Math.floor(normalise(deg) / 7.5 + 0.5) % 48;
  const hour = Math.floor(quarters / 4) || 12;
  return `${hour}:${String((quarters % 4) * 15).padStart(2, '0')}`;
}

/** A number with a true minus sign, to as many decimals as make a step at most twice the resolution. */
export function writeNumber(value: number, resolution: number): string {
  const decimals = Math.min(9, Math.max(0, Math.ceil(-Math.log10(resolution) - 0.3)));
  const scale = 10 ** decimals;
  const rounded = (Math.sign(value) * Math.floor(Math.abs(value) * scale + 0.5 + 1e-9)) / scale;
  const text = Math.abs(rounded).toFixed(decimals);
  return rounded < 0 ? `−${text}` : text;
}

/**
 * A quantity's number and unit apart, for where they are set in different sizes.
 * @param spread Whether it is how far apart two of them are: a difference of temperatures has no zero to shift.
 */
export function quantityParts(q: Quantity, reader: Reader, spread = false): [number: string, unit: string] {
  switch (q.dimension) {
    case 'text':
      return [q.text ?? '', ''];
    case 'clock':
      return [clockText(reader.view === 'front' ? q.value : -q.value), ''];
    case 'share':
      return [writeNumber(q.value * 100, q.resolution * 100), '%'];
    case 'count':
      return [writeNumber(q.value, 1), ''];
    case 'days':
      return [writeNumber(q.value, 1), 'days'];
    case 'number':
      return [writeNumber(q.value, q.resolution), ''];
    case 'seconds':
      return q.resolution >= 3600
        ? [writeNumber(q.value / 3600, q.value < 36_000 ? 0.1 : 1), 'h']
        : q.resolution >= 60
          ? [writeNumber(q.value / 60, q.value < 600 ? 0.1 : 1), 'min']
          : [writeNumber(q.value, q.resolution), 's'];
    default: {
      const unit = unitFor(q.dimension, reader.units);
      return [
        writeNumber((q.value - (spread ? 0 : (unit.offset ?? 0))) / unit.factor, q.resolution / unit.factor),
        unit.symbol,
      ];
    }
  }
}

/** A quantity written out, such as "0.027 mm". */
export const writeQuantity = (q: Quantity, reader: Reader): string => together(...quantityParts(q, reader));

/** How far apart two of a quantity are, such as an uncertainty: 2 °C is 3.6 °F, not 35.6. */
export const writeSpread = (q: Quantity, reader: Reader): string =>
  together(...quantityParts(q, reader, true));

/** How far an instrument may be off, to two figures or three. */
export const writeAccuracy = (value: number, dimension: Dimension, reader: Reader): string =>
  writeSpread(
    { value, dimension, resolution: dimension === 'length' ? (value < 0.1 ? 0.001 : 0.01) : 0.1 },
    reader,
  );

const together = (number: string, unit: string): string =>
  unit === '' ? number : unit === '°' ? `${number}°` : `${number} ${unit}`;

/** A length, for the figures. */
export const writeMm = (value: number, reader: Reader, resolution = 0.01): string =>
  writeQuantity({ value, dimension: 'length', resolution }, reader);

/** What stands in a sentence as a calculator's own words; the rest of what is text are names. */
const ofCalculators = new Set(['what', 'why', 'because', 'make', 'shims', 'label']);

/** A sentence written out. The same rules as the core's; tests/tables/wording.json holds both to them. */
export const writeSentence = (sentence: Sentence, reader: Reader): string =>
  sentence.template.replace(/\{(\w+)\}/g, (whole, name: string) => {
    const quantity = sentence.args[name];
    if (!quantity) return whole;
    const text = writeQuantity(quantity, reader);
    return ofCalculators.has(name) ? inReaders(text, reader) : text;
  });

const number = '\\d+(?:\\.\\d+)?';
const own = ['mm', 'kN', 'N', 'N·m', 'MPa', '°C'];
const said = new RegExp(
  `(−?${number}(?:(?: to | × | ± | \\+ )${number})*) (${own.join('|')})(?![\\w·])`,
  'gu',
);

/**
 * What a calculator says in its own words, in the reader's units: it writes lengths in millimetres, and the like. As exact as it was
 * written. What people have named is no calculator's words and stays as they wrote it.
 */
export const inReaders = (words: string, reader: Reader): string =>
  reader.units === 'metric'
    ? words
    : words.replace(said, (whole, numbers: string, symbol: string) => {
        const unit = units.find((u) => u.symbol === symbol);
        if (!unit) return whole;
        let shown = '';
        const written = numbers.replace(
          new RegExp(`( ± )?(−?)(${number})`, 'gu'),
          (_, off = '', sign: string, digits: string) => {
            const decimals = digits.split('.')[1]?.length ?? 0;
            const value = Number(digits) * (sign === '' ? 1 : -1) * unit.factor;
            const resolution = unit.factor / 10 ** decimals;
            const parts = quantityParts({ value, dimension: unit.dimension, resolution }, reader, off !== '');
            shown = parts[1];
            return `${off}${parts[0]}`;
          },
        );
        return `${written} ${shown}`;
      });

/** What a place is called, such as "18 mm in, 12 to 6": how far in is said otherwise where that is the unit's own name. */
export const labelIn = (label: string, reader: Reader): string =>
  reader.units === 'metric' ? label : inReaders(label.replace(' mm in,', ' mm deep,'), reader);
