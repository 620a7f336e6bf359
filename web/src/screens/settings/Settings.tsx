import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { api } from '../../api/client';
import type { ShopNow } from '../../api/types';
import { useShop } from '../../bench/state/useBuild';
import { useSettings } from '../../entry/reader';
import { Button } from '../../ui/Button';
import { Demo } from '../../ui/Demo';
import { NoLine } from '../NoLine';
import { Field, Wrong } from './Field';
import { Hours } from './Hours';
import { HouseRules } from './HouseRules';
import { Instruments } from './Instruments';
import { Lubricants } from './Lubricants';
import { People } from './People';
import { Sealants } from './Sealants';
import { useChange } from './useChange';

const parts = [
  ['instruments', 'Instruments'],
  ['rules', 'House rules'],
  ['people', 'People'],
  ['hours', 'Hours, ovens'],
  ['sealants', 'Sealants'],
  ['lubricants', 'Lubricants'],
  ['shop', 'The shop'],
] as const;

const kinds: Record<string, string> = {
  person: 'person',
  instrument: 'instrument',
  'house-rule': 'house rule',
  sealant: 'sealant',
  lubricant: 'lubricant',
  shop: 'the shop',
  hours: 'hours of',
  thing: 'how many of',
  zone: 'the zone of the clock,',
};

/** What this shop goes by: its instruments, its rules, its people. */
export function Settings() {
  const [asks, setAsks] = useSearchParams();
  const open = parts.find(([part]) => part === asks.get('of'))?.[0] ?? 'instruments';
  const shop = useShop();
  const settings = useQuery({ queryKey: ['settings'], queryFn: api.settings });
  const { me, setMe } = useSettings();
  const person = shop.data?.people.find((p) => p.id === me) ?? shop.data?.people[0];
  return (
    <div className="flex min-h-dvh flex-col">
      <header className="flex flex-wrap items-center gap-x-6 gap-y-1 border-b-2 border-ink px-5 py-3">
        <Link to="/" className="flex min-h-11 items-center text-title font-semibold">
          ‹ Today
        </Link>
        <h1 className="text-[2rem] leading-none font-bold">Settings</h1>
        <Demo />
        <span className="grow" />
        <select
          className="min-h-11 bg-page text-title font-bold"
          aria-label="Who sets it"
          value={person?.id ?? ''}
          onChange={(e) => setMe(e.target.value)}
        >
          {shop.data?.people.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}, {p.role}
            </option>
          ))}
        </select>
      </header>
      <NoLine of={[settings, shop]} what="What the shop goes by" />
      <nav
        aria-label="What is set"
        className="on-field flex flex-wrap bg-field text-title font-bold text-line"
      >
        {parts.map(([part, words]) => (
          <button
            key={part}
            type="button"
            aria-current={part === open ? 'page' : undefined}
            className={`min-h-16 px-5 ${part === open ? 'bg-page text-ink' : ''}`}
            onClick={() => setAsks({ of: part })}
          >
            {words}
          </button>
        ))}
      </nav>
      {person && person.role !== 'lead' && (
        <p className="border-b-2 border-ink bg-paper px-5 py-2 font-read text-title font-semibold">
          Only a lead changes these. {person.name} may look.
        </p>
      )}
      <main className="grow px-5 py-4">
        {settings.data && shop.data && (
          <>
            {open === 'instruments' && (
              <Instruments all={shop.data.instruments} kinds={settings.data.kinds} />
            )}
            {open === 'rules' && <HouseRules defaults={settings.data.defaults} house={settings.data.house} />}
            {open === 'people' && <People all={shop.data.people} />}
            {open === 'hours' && <Hours />}
            {open === 'sealants' && <Sealants all={settings.data.sealants} />}
            {open === 'lubricants' && <Lubricants all={settings.data.lubricants} />}
            {open === 'shop' && <TheShop key={shop.data.name} now={shop.data} />}
            {settings.data.changes.length > 0 && (
              <section className="mt-8 border-t-2 border-ink pt-2">
                <h2 className="text-title font-bold">Changed last</h2>
                <ul className="font-read text-base">
                  {settings.data.changes.slice(0, 8).map((c) => (
                    <li key={`${c.at}${c.id}`}>
                      {new Date(c.at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}:{' '}
                      {kinds[c.kind] ?? c.kind}
                      {c.kind === 'shop' ? '' : ` ${c.id}`}, by {c.by}
                    </li>
                  ))}
                </ul>
              </section>
            )}
          </>
        )}
      </main>
    </div>
  );
}

function TheShop({ now }: { now: ShopNow }) {
  const { change, said } = useChange();
  const [name, setName] = useState(now.name);
  const [units, setUnits] = useState(now.units);
  return (
    <form
      className="flex flex-wrap items-start gap-5"
      onSubmit={(e) => {
        e.preventDefault();
        void change({ shop: { name, units } });
      }}
    >
      <Field
        label="What it is called"
        width="w-80"
        value={name}
        onChange={setName}
        wrong={said['name']?.map((words) => `It ${words}.`).join(' ')}
      />
      <fieldset className="flex min-h-[52px] items-center gap-6">
        <legend className="sr-only">What it works in</legend>
        {(['metric', 'inch'] as const).map((u) => (
          <label key={u} className="flex min-h-11 items-center gap-3 text-title font-semibold">
            <input
              type="radio"
              name="units"
              className="size-6 accent-ink"
              checked={units === u}
              onChange={() => setUnits(u)}
            />
            {u === 'metric' ? 'mm · N·m · °C' : 'in · lbf·ft · °F'}
          </label>
        ))}
      </fieldset>
      <Button first low type="submit" className="h-[52px]">
        Keep it
      </Button>
      {(said['by'] ?? said[''])?.map((words) => (
        <Wrong key={words}>{words}</Wrong>
      ))}
    </form>
  );
}
