import { useState } from 'react';
import type { DefaultLimit, HouseRule } from '../../api/types';
import { Button } from '../../ui/Button';
import { Field, Wrong, notRead, unreadOf, useNumbers } from './Field';
import { RuleScale } from './RuleScale';
import { useChange } from './useChange';

/** Neat Bore's defaults, and what this shop goes by instead. */
export function HouseRules({
  defaults,
  house,
}: {
  defaults: readonly DefaultLimit[];
  house: readonly HouseRule[];
}) {
  return (
    <>
      <p className="max-w-[46em] font-read text-base">
        These hold only where an engine’s sheet gives nothing. What you put in their place is called a house
        rule from then on, in every task that begins after it; what has begun stays on what it began with.
      </p>
      <ul className="mt-3 border-t-2 border-ink">
        {defaults.map((usual) => (
          <Rule
            key={`${usual.id} ${JSON.stringify(house.find((h) => h.id === usual.id))}`}
            usual={usual}
            rule={house.find((h) => h.id === usual.id)}
          />
        ))}
      </ul>
    </>
  );
}

function Rule({ usual, rule }: { usual: DefaultLimit; rule: HouseRule | undefined }) {
  const { change, said } = useChange();
  const numbers = useNumbers();
  const { dimension } = usual;
  // What is kept as a share or in seconds is typed in per cent or minutes.
  const own =
    dimension === 'share' ? (['%', 0.01] as const) : dimension === 'seconds' ? (['min', 60] as const) : null;
  const of = own ? 'number' : dimension;
  const write = (value: number | null | undefined) =>
    numbers.write(value == null || !own ? value : value / own[1], of);
  const unit = own ? own[0] : numbers.unit(of);
  const [low, setLow] = useState(write(rule?.low));
  const [high, setHigh] = useState(write(rule?.high));
  const ends = [
    ['low', usual.low, low, setLow],
    ['high', usual.high, high, setHigh],
  ] as const;
  const words = {
    low:
      usual.stopSide === 'lower'
        ? 'stop below'
        : usual.stopSide === 'upper'
          ? 'go up to'
          : usual.high == null
            ? 'at least'
            : 'from',
    high:
      usual.stopSide === 'lower'
        ? 'go from'
        : usual.stopSide === 'upper'
          ? 'stop above'
          : usual.low == null
            ? 'up to'
            : 'to',
  };
  const typed = [low, high].some((t) => t.trim() !== '');
  const changed = low !== write(rule?.low) || high !== write(rule?.high);
  const read = (text: string) => {
    const value = numbers.read(text, of);
    return value == null || !own ? value : value * own[1];
  };
  const [unread, setUnread] = useState<readonly string[]>([]);
  const keep = () => {
    const lost = unreadOf({ low: read(low), high: read(high) });
    setUnread(lost);
    if (lost.length > 0) return;
    void change({ rule: { id: usual.id, low: read(low) ?? null, high: read(high) ?? null, by: '' } });
  };
  return (
    <li className="border-b border-rule py-2">
      <form
        className="grid grid-cols-[minmax(0,1fr)_190px_minmax(0,300px)_150px] items-center gap-x-5 max-lg:grid-cols-1 max-lg:gap-y-2"
        onSubmit={(e) => {
          e.preventDefault();
          keep();
        }}
      >
        <span>
          <b className="block text-title leading-tight">{usual.label}</b>
          <span className="text-base text-muted">
            Neat Bore default:{' '}
            {ends
              .filter(([, value]) => value != null)
              .map(([end, value]) => `${words[end]} ${write(value)}`)

              .join(usual.stopSide ? ', ' : ' ')}{' '}
            {unit}
          </span>
        </span>
        <RuleScale usual={usual} rule={rule} />
        <span className="flex gap-3">
          {ends.map(
            ([end, value, text, set]) =>
              value != null && (
                <Field
                  key={end}
                  label={words[end]}
                  unit={unit}
                  placeholder={write(value)}
                  value={text}
                  onChange={set}
                  wrong={unread.includes(end) ? notRead : said[end]?.map((w) => `It ${w}.`).join(' ')}
                />
              ),
          )}
        </span>
        <span>
          {changed && typed && (
            <Button low first type="submit" className="h-[52px]">
              House rule
            </Button>
          )}
          {rule && (!changed || !typed) && (
            <Button
              low
              className="h-[52px]"
              onClick={() => void change({ rule: { id: usual.id, low: null, high: null, by: '' } })}
            >
              Default again
            </Button>
          )}
          {rule && <span className="block text-base text-muted">{`set by ${rule.by}`}</span>}
          {(said['by'] ?? said[''])?.map((w) => (
            <Wrong key={w}>{w}</Wrong>
          ))}
        </span>
      </form>
    </li>
  );
}
