import { useState } from 'react';
import type { Block, PlanNow } from '../../api/types';
import { useSettings } from '../../entry/reader';
import { bandsOf, sayOf, whichOf } from './layout';
import { clockText, dayName, dayOf, minuteOf } from './wall';

interface Props {
  plan: PlanNow;
  day: string;
  onOpen: (block: Block) => void;
  /** Every band, not one person's. */
  all?: boolean;
}

const thenOf = (block: Block): string => (block.wait === '' ? '' : `, then ${block.wait}`);

/** A day as a list: one person's on a phone, everybody's for who reads and hears it. */
export function DayList({ plan, day, onOpen, all = false }: Props) {
  const { me } = useSettings();
  const bands = bandsOf(plan, day);
  const people = bands.filter((b) => b.person);
  const [who, setWho] = useState(people.find((p) => p.id === me)?.id ?? people[0]?.id ?? '');
  const shown = all ? bands : people.filter((p) => p.id === who);
  const now = dayOf(plan.now) === day ? minuteOf(plan.now) : -1;
  return (
    <>
      {!all && people.length > 1 && (
        <div role="group" aria-label="Whose day" className="flex border-b border-rule">
          {people.map((p) => (
            <button
              key={p.id}
              type="button"
              aria-pressed={p.id === who}
              className={`min-h-14 grow px-3 text-title font-bold ${p.id === who ? 'bg-ink text-on-ink' : ''}`}
              onClick={() => setWho(p.id)}
            >
              {p.name}
            </button>
          ))}
        </div>
      )}
      {shown.map((band) => (
        <section key={band.id} aria-label={`${band.name}, ${dayName(day)}`}>
          {all && <h3 className="mt-2 text-title font-bold">{band.name}</h3>}
          <ul>
            {[...band.pieces]
              .sort((a, b) => a.from - b.from)
              .map((p) => (
                <li key={`${p.block.id}${p.from}${p.waits}`} className="border-b border-rule">
                  <button
                    type="button"
                    className={`flex min-h-16 w-full items-center gap-4 px-5 py-2 text-left ${p.from <= now && now < p.to ? 'bg-ink text-on-ink' : ''}`}
                    onClick={() => onOpen(p.block)}
                    aria-label={
                      p.waits
                        ? `${band.name}: ${clockText(p.from)} to ${clockText(p.to)}, ${p.block.wait}, ${p.block.number}`
                        : `${sayOf(p.block, band.name, p)}${thenOf(p.block)}`
                    }
                  >
                    <span className="w-28 shrink-0 text-title font-bold">
                      {clockText(p.from)} to {clockText(p.to)}
                    </span>{' '}
                    <span className="min-w-0 font-read text-title leading-tight">
                      <b className="block">{p.waits ? p.block.wait : p.block.title}</b>{' '}
                      <span className="block text-base">
                        {p.waits ? p.block.number : `${whichOf(p.block)}${thenOf(p.block)}`}
                      </span>
                    </span>
                  </button>
                </li>
              ))}
          </ul>
          {band.pieces.length === 0 && (
            <p className="px-5 py-4 font-read text-title">Nothing on {dayName(day)}.</p>
          )}
        </section>
      ))}
    </>
  );
}
