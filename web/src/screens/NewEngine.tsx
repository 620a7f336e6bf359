import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { api, Problem } from '../api/client';
import type { Arrangement } from '../api/types';
import { EngineStrip } from '../bench/strip/EngineStrip';
import { useShop } from '../bench/state/useBuild';
import { useReader, useSettings } from '../entry/reader';
import { bareUnit, localMark, readEntry } from '../entry/units';
import { Demo } from '../ui/Demo';
import { useKeyboard } from '../ui/useKeyboard';
import { useSize } from '../ui/useSize';

const banks = [
  ['straight', 'straight'],
  ['v', 'V'],
  ['flat', 'flat'],
] as const;

/** A whole number as typed, or what can't be one as it is: the server says what would be right. */
const whole = (text: string, empty: number): number =>
  text.trim() === '' ? empty : Number(text.replace(',', '.'));

const blank = {
  name: '',
  cylinders: '4',
  bankAngleDeg: '',
  boreMm: '',
  strokeMm: '',
  camBearings: '0',
  rockers: '0',
  purpose: '',
};
type Typed = typeof blank & { number: string };
const fields: (keyof Typed)[] = [
  'name',
  'cylinders',
  'bankAngleDeg',
  'boreMm',
  'strokeMm',
  'camBearings',
  'rockers',
  'number',
];

/** An engine that nobody has described: how its cylinders stand, drawn while it is typed; everything else later, where it is wanted. */
export function NewEngine() {
  const reader = useReader();
  const { me } = useSettings();
  const shop = useShop();
  const client = useQueryClient();
  const navigate = useNavigate();
  const [ids] = useState(() => ({ engine: uuid(), build: uuid(), opened: uuid() }));
  const [bank, setBank] = useState<Arrangement['banks']>('straight');
  const next = useQuery({ queryKey: ['next'], queryFn: api.next });
  const [given, setGiven] = useState<Partial<Typed>>({});
  const typed: Typed = { ...blank, number: next.data?.number ?? '', ...given };
  const [said, setSaid] = useState<Record<string, string[]>>({});
  const [refused, setRefused] = useState<{ at: string; times: number }>({ at: 'name', times: 0 });
  const unit = bareUnit('length', reader.units);
  const length = (text: string): number | null => {
    const read = readEntry(text, 'length', unit, localMark());
    return read.ok ? read.value : null;
  };
  const arrangement: Arrangement = {
    banks: bank,
    cylinders: whole(typed.cylinders, 0),
    bankAngleDeg: bank === 'v' && typed.bankAngleDeg.trim() !== '' ? whole(typed.bankAngleDeg, 0) : null,
    boreMm: length(typed.boreMm),
    strokeMm: length(typed.strokeMm),
    camBearings: whole(typed.camBearings, 0),
    rockers: whole(typed.rockers, 0),
  };
  /** What can't be read as it is typed: it never leaves the screen, so that nothing typed is taken for nothing. */
  const unread: Record<string, string[]> = {};
  for (const key of ['cylinders', 'camBearings', 'rockers'] as const) {
    if (!Number.isInteger(arrangement[key])) unread[key] = ['must be a whole number'];
  }
  if (Number.isNaN(arrangement.bankAngleDeg)) {
    unread.bankAngleDeg = ['must be an angle in degrees, such as 60'];
  }
  for (const key of ['boreMm', 'strokeMm'] as const) {
    if (typed[key].trim() !== '' && arrangement[key] === null) {
      unread[key] = [`must be a length, such as ${unit === 'in' ? '3.5' : '80'}`];
    }
  }
  const drawn = useQuery({
    queryKey: ['drawn', arrangement],
    queryFn: () => api.drawn({ id: ids.engine, name: typed.name || 'New', arrangement }),
    enabled: Object.keys(unread).length === 0,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const wrong: Record<string, string[]> = {
    ...(drawn.error instanceof Problem ? drawn.error.errors : {}),
    ...unread,
    ...said,
  };
  // A field is named by the server as it stands in what was sent.
  const at = (key: string): string | undefined => {
    const words = wrong[key] ?? wrong[`arrangement.${key}`];
    return words && `This ${words.join(', ')}.`;
  };
  const refuse = (words: Record<string, string[]>) => {
    setSaid(words);
    const at = fields.find((key) => key in words || `arrangement.${key}` in words) ?? '';
    setRefused({ at, times: refused.times + 1 });
  };
  const put = async () => {
    if (Object.keys(unread).length > 0) {
      refuse(unread);
      return;
    }
    setSaid({});
    try {
      const sheet = await api.addEngine({ id: ids.engine, name: typed.name, arrangement });
      await api.open({
        build: ids.build,
        id: ids.opened,
        doneAt: new Date().toISOString(),
        by: me ?? shop.data?.people.find((p) => p.role !== 'viewer')?.id ?? '',
        number: typed.number,
        name: typed.purpose.trim() === '' ? typed.name : typed.purpose,
        sheet: sheet.id,
      });
      await client.invalidateQueries({ queryKey: ['sheets'] });
      await client.invalidateQueries({ queryKey: ['today'] });
      await navigate(`/builds/${ids.build}`);
    } catch (error) {
      refuse(
        error instanceof Problem && Object.keys(error.errors).length > 0
          ? error.errors
          : { '': [error instanceof Error ? error.message : 'It did not go through.'] },
      );
    }
  };
  const elsewhere = Object.entries(wrong).filter(
    ([key]) => !fields.some((own) => own === key.replace('arrangement.', '')),
  );
  const box = (of: keyof Typed) => ({
    value: typed[of],
    words: at(of),
    called: refused.at === of ? refused.times : null,
    onChange: (text: string) => {
      // What was said of it is said of what stood there.
      setSaid({});
      setGiven({ ...given, [of]: text });
    },
  });
  return (
    <div className="flex min-h-dvh flex-col">
      <header className="flex items-center justify-between border-b-2 border-ink px-5 py-2">
        <Link to="/" className="flex min-h-11 items-center text-title font-semibold">
          ‹ Today
        </Link>
        <Demo />
      </header>
      <main className="flex grow flex-col">
        <section className="border-b-2 border-ink bg-paper px-5 py-3">
          <h1 className="text-call leading-none font-bold">An engine of yours</h1>
          <p className="mt-1 font-read text-title">
            How its cylinders stand is enough. Sizes, limits and torques are asked for where a task wants
            them.
          </p>
        </section>
        <Drawn strip={drawn.data} guessed={arrangement.boreMm === null || arrangement.strokeMm === null} />
        <form
          className="mx-auto grid w-full max-w-[1240px] flex-1 grid-cols-4 content-start items-start gap-x-6 gap-y-4 px-5 py-4 text-base font-semibold max-lg:grid-cols-2"
          onSubmit={(event) => {
            event.preventDefault();
            void put();
          }}
        >
          <Field label="What the shop calls it" {...box('name')} most={80} wide />
          <fieldset className="max-sm:col-span-2">
            <legend>Its cylinders stand</legend>
            <div className="mt-0.5 flex gap-5">
              {banks.map(([id, words]) => (
                <label key={id} className="flex min-h-12 items-center gap-2 text-title">
                  <input
                    type="radio"
                    name="banks"
                    className="size-6 accent-ink"
                    checked={bank === id}
                    onChange={() => {
                      setSaid({});
                      setBank(id);
                    }}
                  />
                  {words}
                </label>
              ))}
            </div>
          </fieldset>
          <Field label="Cylinders" {...box('cylinders')} mode="numeric" />
          {bank === 'v' && (
            <Field
              label="Between the banks, °; nothing for the usual"
              {...box('bankAngleDeg')}
              mode="decimal"
            />
          )}
          <Field label={`Bore, ${unit}; nothing if not known`} {...box('boreMm')} mode="decimal" />
          <Field label={`Stroke, ${unit}; nothing if not known`} {...box('strokeMm')} mode="decimal" />
          <Field label="Cam bearings, 0 for none in the block" {...box('camBearings')} mode="numeric" />
          <Field label="Rockers on trunnions, 0 for none" {...box('rockers')} mode="numeric" />
          <Field label="Build number" {...box('number')} most={20} />
          <Field label="What it is for" {...box('purpose')} most={80} placeholder={typed.name} />
          <div className="col-span-full flex flex-wrap items-center gap-5">
            <button type="submit" className="h-16 bg-ink px-8 text-sentence font-bold text-on-ink">
              Put it on the bench
            </button>
            {elsewhere.map(([key, words]) => (
              <p key={key} role="alert" className="font-read text-title font-semibold text-stop">
                {key === '' ? words.join(' ') : `${key} ${words.join(', ')}.`}
              </p>
            ))}
          </div>
        </form>
      </main>
    </div>
  );
}

/** The engine as it is typed, at its size; what is guessed is drawn lightly. */
function Drawn({
  strip,
  guessed,
}: {
  strip: Awaited<ReturnType<typeof api.drawn>> | undefined;
  guessed: boolean;
}) {
  const [ref, { width }] = useSize();
  return (
    <div ref={ref} className="border-b-2 border-ink bg-page px-5 py-2">
      <div className={`h-[190px] ${guessed ? 'opacity-60' : ''}`}>
        {strip && width > 0 && (
          <EngineStrip
            strip={strip}
            places={strip.places.map((p) => ({ ...p, standing: 'to-do', tasks: [], next: null }))}
            height={190}
            onOpen={() => undefined}
          />
        )}
      </div>
      {guessed && (
        <p className="font-read text-base text-muted">
          Drawn lightly: bore and stroke are guessed until they are typed.
        </p>
      )}
    </div>
  );
}

/** A box with what is wrong of it beneath; the keyboard goes to it each time that it is called. */
function Field({
  label,
  value,
  words,
  called,
  mode = 'text',
  most,
  placeholder,
  wide = false,
  onChange,
}: {
  label: string;
  value: string;
  words: string | undefined;
  called: number | null;
  mode?: 'text' | 'numeric' | 'decimal';
  most?: number;
  placeholder?: string;
  wide?: boolean;
  onChange: (text: string) => void;
}) {
  const box = useKeyboard<HTMLInputElement>(called === null ? null : `${called}`);
  return (
    <label className={wide ? 'col-span-2' : ''}>
      {label}
      <input
        ref={box}
        className="mt-0.5 block h-12 w-full border-2 border-ink bg-paper px-2 font-read text-title"
        inputMode={mode}
        value={value}
        maxLength={most}
        placeholder={placeholder}
        aria-invalid={words !== undefined}
        onChange={(e) => onChange(e.target.value)}
      />
      {words !== undefined && (
        <span role="alert" className="mt-1 block font-read text-stop">
          {words}
        </span>
      )}
    </label>
  );
}
