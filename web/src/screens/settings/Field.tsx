import type { ReactNode } from 'react';
import type { Dimension } from '../../api/types';
import { useReader } from '../../entry/reader';
import { bareUnit, localMark, readEntry } from '../../entry/units';

interface Props {
  label: string;
  value: string;
  onChange: (text: string) => void;
  /** What was said of it, by the server or here. */
  wrong?: string | undefined;
  /** What a bare number means here. */
  unit?: string;
  placeholder?: string;
  type?: 'text' | 'date';
  width?: string;
}

/** A box with its words beneath it, as on the figures. */
export function Field({
  label,
  value,
  onChange,
  wrong,
  unit,
  placeholder,
  type = 'text',
  width = 'w-36',
}: Props) {
  return (
    <label className={`block ${width} max-md:w-full`}>
      <span className="flex h-[52px] items-center border-2 border-ink bg-white">
        <input
          className="h-full w-full min-w-0 bg-transparent px-2 font-read text-title font-semibold outline-none"
          type={type}
          autoComplete="off"
          inputMode={unit === undefined ? undefined : 'decimal'}
          value={value}
          placeholder={placeholder}
          aria-invalid={wrong !== undefined}
          onChange={(e) => onChange(e.target.value)}
        />
        {unit !== undefined && <span className="pr-2 text-base font-semibold">{unit}</span>}
      </span>
      <span className="mt-0.5 block text-base leading-tight">{label}</span>
      {wrong !== undefined && <Wrong>{wrong}</Wrong>}
    </label>
  );
}

/** What is wrong, and what would be right. */
export const Wrong = ({ children }: { children: ReactNode }) => (
  <span role="alert" className="mt-0.5 block font-read text-base leading-snug font-semibold text-stop">
    {children}
  </span>
);

/** Which of them were typed so that they can't be read: none of those is taken for nothing. */
export const unreadOf = (read: Record<string, number | null | undefined>): readonly string[] =>
  Object.entries(read).flatMap(([key, value]) => (value === undefined ? [key] : []));

/** What is said of one that can't be read. */
export const notRead = 'This must be a number.';

/** What was typed, in the base unit; null for nothing; undefined for what can't be read. */
export function useNumbers() {
  const reader = useReader();
  return {
    read: (text: string, dimension: Dimension, spread = false): number | null | undefined => {
      if (text.trim() === '') return null;
      if (dimension === 'number') {
        const plain = Number(text.trim().replace(',', '.'));
        return Number.isFinite(plain) ? plain : undefined;
      }
      const understood = readEntry(text, dimension, bareUnit(dimension, reader.units), localMark(), spread);
      return understood.ok ? understood.value : undefined;
    },
    /** In the reader's unit, as a person would type it. */
    write: (value: number | null | undefined, dimension: Dimension, spread = false, figures = 6): string => {
      if (value == null) return '';
      if (dimension === 'number') return `${Number(value.toPrecision(figures))}`.replace('.', localMark());
      const unit = bareUnit(dimension, reader.units);
      const one = readEntry('1', dimension, unit, '.', spread);
      const none = readEntry('0', dimension, unit, '.', spread);
      if (!one.ok || !none.ok) return `${value}`;
      const typed = Number(((value - none.value) / (one.value - none.value)).toPrecision(figures));
      return `${typed}`.replace('.', localMark());
    },
    unit: (dimension: Dimension): string => (dimension === 'number' ? '' : bareUnit(dimension, reader.units)),
  };
}
