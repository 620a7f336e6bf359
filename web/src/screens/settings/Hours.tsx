import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, Problem } from '../../api/client';
import type { ChangePlanSettings, PlanSettings, WeekOf } from '../../api/types';
import { useShop } from '../../bench/state/useBuild';
import { useSettings } from '../../entry/reader';
import { Button } from '../../ui/Button';
import { Field, Wrong } from './Field';
import { readSpans, writeSpans } from './spans';

const days = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const;
type Change = (what: Omit<ChangePlanSettings, 'by'>) => Promise<Record<string, string[]> | null>;

/** When people work, and what the shop has one or a few of: what the plan goes by. */
export function Hours() {
  const client = useQueryClient();
  const settings = useQuery({ queryKey: ['plan-settings'], queryFn: api.planSettings });
  const { me } = useSettings();
  const shop = useShop();
  const by = shop.data?.people.find((p) => p.id === me)?.id ?? shop.data?.people[0]?.id ?? '';
  const change: Change = async (what) => {
    try {
      client.setQueryData(['plan-settings'], await api.changePlanSettings({ by, ...what }));
      await client.invalidateQueries({ queryKey: ['plan'] });
      await client.invalidateQueries({ queryKey: ['settings'] });
      return null;
    } catch (error) {
      return error instanceof Problem && Object.keys(error.errors).length > 0
        ? error.errors
        : { '': [error instanceof Error ? error.message : 'It did not go through.'] };
    }
  };
  if (!settings.data) return null;
  return (
    <>
      {settings.data.people.map((p) => (
        <Week key={p.id} of={p} change={change} />
      ))}
      <Things settings={settings.data} change={change} />
      <Zone zone={settings.data.zone} change={change} />
    </>
  );
}

function Week({ of, change }: { of: WeekOf; change: Change }) {
  const [typed, setTyped] = useState(() =>
    Object.fromEntries(days.map((d) => [d, writeSpans(of.week.days.find((x) => x.day === d)?.spans ?? [])])),
  );
  const [off, setOff] = useState(of.week.off.join(', '));
  const [said, setSaid] = useState<Record<string, string[]>>({});
  const read = days.map((d) => [d, readSpans(typed[d] ?? '')] as const);
  const wrongOff = off.split(/[,;\s]+/).filter((d) => d !== '' && !/^\d{4}-\d\d-\d\d$/.test(d));
  const keep = async () => {
    if (read.some(([, spans]) => spans === null) || wrongOff.length > 0) return;
    const answer = await change({
      person: of.id,
      week: {
        days: read.filter(([, s]) => s!.length > 0).map(([day, s]) => ({ day, spans: s! })),
        off: off.split(/[,;\s]+/).filter((d) => d !== ''),
      },
    });
    setSaid(answer ?? {});
  };
  return (
    <form
      className="border-b border-rule pb-4"
      aria-label={`Hours of ${of.name}`}
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <h2 className="mt-3 text-reading font-bold">
        {of.name}
        {of.usual && (
          <span className="text-base font-semibold text-muted">, a default: nobody has typed them</span>
        )}
      </h2>
      <div className="mt-1 flex flex-wrap gap-3">
        {read.map(([day, spans]) => (
          <Field
            key={day}
            label={day}
            width="w-72"
            placeholder="free"
            value={typed[day] ?? ''}
            onChange={(text) => setTyped({ ...typed, [day]: text })}
            wrong={
              spans === null ? 'Such as 8:00 to 12:00, 13:00 to 17:00; empty for a free day.' : undefined
            }
          />
        ))}
        <Field
          label="Days off"
          width="w-72"
          placeholder="2026-12-24, 2026-12-25"
          value={off}
          onChange={setOff}
          wrong={wrongOff.length > 0 ? `${wrongOff[0]} is no day; such as 2026-12-24.` : undefined}
        />
        <Button low type="submit" className="h-[52px]">
          Keep {of.name}’s hours
        </Button>
      </div>
      {Object.entries(said).map(([field, words]) => (
        <Wrong key={field}>{`${field === '' ? '' : 'The hours '}${words.join(', ')}.`}</Wrong>
      ))}
    </form>
  );
}

function Things({ settings, change }: { settings: PlanSettings; change: Change }) {
  const [said, setSaid] = useState<Record<string, string[]>>({});
  const put = async (thing: PlanSettings['things'][number]) => setSaid((await change({ thing })) ?? {});
  return (
    <section className="border-b border-rule pb-4">
      <h2 className="mt-3 text-reading font-bold">What the shop has</h2>
      <ul>
        {settings.things.map((t) => (
          <li key={t.id} className="mt-2 flex flex-wrap items-center gap-4">
            <b className="w-40 text-title">{t.name}</b>
            <label className="flex items-center gap-2 text-title">
              <input
                type="number"
                min={0}
                max={50}
                aria-label={`How many of ${t.name}`}
                className="h-12 w-24 border-2 border-ink bg-white px-2 font-read text-title font-semibold"
                defaultValue={t.count}
                key={t.count}
                onBlur={(e) => {
                  const count = Number(e.target.value);
                  if (e.target.value !== '' && count !== t.count) void put({ ...t, count });
                }}
              />
              {t.count === 0 ? 'out of use' : t.count === 1 ? 'here' : 'of them'}
            </label>
            <Button low onClick={() => void put({ ...t, count: t.count === 0 ? 1 : 0 })}>
              {t.count === 0 ? `${t.name} back in use` : `${t.name} out of use`}
            </Button>
          </li>
        ))}
      </ul>
      {Object.values(said).map((words) => (
        <Wrong key={words.join()}>{`It ${words.join(', ')}.`}</Wrong>
      ))}
    </section>
  );
}

function Zone({ zone, change }: { zone: string; change: Change }) {
  const [typed, setTyped] = useState(zone);
  const [said, setSaid] = useState<Record<string, string[]>>({});
  return (
    <form
      className="mt-3 flex flex-wrap items-start gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        void change({ zone: typed.trim() }).then((answer) => setSaid(answer ?? {}));
      }}
    >
      <Field
        label="Time zone of the shop’s clock"
        width="w-80"
        value={typed}
        onChange={setTyped}
        wrong={
          said['zone']?.map((words) => `It ${words}.`).join(' ') ??
          said['']?.join(' ') ??
          said['by']?.join(' ')
        }
      />
      <Button low type="submit" className="h-[52px]">
        Keep the zone
      </Button>
    </form>
  );
}
