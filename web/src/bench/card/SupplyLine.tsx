import { useId } from 'react';
import type { CardSupply, SupplyPlace } from '../../api/types';
import { CallMark } from '../call/CallMark';

interface Props {
  supply: CardSupply;
  /** What was said of it and is on its way. */
  waiting: SupplyPlace | undefined;
  onSay: (where: SupplyPlace, due: string | null) => void;
}

const places: readonly (readonly [SupplyPlace, string])[] = [
  ['here', 'here'],
  ['ordered', 'ordered'],
  ['not-ordered', 'not ordered'],
  ['machinist', 'at a machinist'],
];

const marks = { here: 'go', ordered: 'look-again', machinist: 'look-again', 'not-ordered': 'stop' } as const;

const comes = (where: SupplyPlace | null): boolean => where === 'ordered' || where === 'machinist';

/** A part or consumable, and where it is: one tap says so. */
export function SupplyLine({ supply, waiting, onSay }: Props) {
  const id = useId();
  const where = waiting ?? supply.where;
  return (
    <div className="flex flex-wrap items-center justify-between gap-x-2 gap-y-1">
      <span className="flex min-w-0 flex-1 basis-40 gap-2">
        <span className="pt-0.5">
          <CallMark mark={where === null ? 'to-do' : marks[where]} size={18} />
        </span>
        <label htmlFor={id} className={where === 'not-ordered' ? 'text-stop' : ''}>
          {supply.label}
        </label>
      </span>
      <select
        id={id}
        className="ml-auto h-11 border-2 border-ink bg-white px-1 font-semibold"
        value={where ?? ''}
        onChange={(e) => onSay(e.target.value as SupplyPlace, null)}
      >
        {where === null && <option value="">not said</option>}
        {places.map(([is, words]) => (
          <option key={is} value={is}>
            {words}
          </option>
        ))}
      </select>
      {comes(where) && (
        <label className="ml-auto flex items-center gap-2">
          due
          <input
            type="date"
            className="h-11 border-2 border-ink bg-white px-1 font-semibold"
            defaultValue={supply.due ?? ''}
            onChange={(e) => onSay(where!, e.target.value || null)}
          />
        </label>
      )}
    </div>
  );
}
