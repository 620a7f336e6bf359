import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
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

const field = 'mt-0.5 block h-12 w-full border-2 border-ink bg-paper px-2 font-read text-title';
const banks = [
  ['straight', 'straight'],
  ['v', 'V'],
  ['flat', 'flat'],
] as const;

/** A whole number as typed, or what can't be one as it is: the server says what would be right. */
const whole = (text: string, empty: number): number =>
  text.trim() === '' ? empty : Number(text.replace(',', '.'));

/** An engine that nobody has described: how its cylinders stand, drawn while it is typed; everything else later, where it is wanted. */
export function NewEngine() {
  const reader = useReader();
  const { me } = useSettings();
  const shop = useShop();
  const client = useQueryClient();
  const navigate = useNavigate();
  const first = useKeyboard<HTMLInputElement>('opened');
  const [ids] = useState(() => ({ engine: uuid(), build: uuid(), opened: uuid() }));
  const [name, setName] = useState('');
  const [bank, setBank] = useState<Arrangement['banks']>('straight');
  const [cylinders, setCylinders] = useState('4');
  const [angle, setAngle] = useState('');
  const [bore, setBore] = useState('');
  const [stroke, setStroke] = useState('');
  const [cams, setCams] = useState('0');
  const [rockers, setRockers] = useState('0');
  const next = useQuery({ queryKey: ['next'], queryFn: api.next });
  const [typedNumber, setBuildNumber] = useState<string>();
  const buildNumber = typedNumber ?? next.data?.number ?? '';
  const [purpose, setPurpose] = useState('');
  const [said, setSaid] = useState<Record<string, string[]>>({});
  const unit = bareUnit('length', reader.units);
  const length = (text: string): number | null => {
    const read = readEntry(text, 'length', unit, localMark());
    return read.ok ? read.value : null;
  };
  const arrangement: Arrangement = {
    banks: bank,
    cylinders: whole(cylinders, 0),
    bankAngleDeg: bank === 'v' && angle.trim() !== '' ? whole(angle, 0) : null,
    boreMm: length(bore),
    strokeMm: length(stroke),
    camBearings: whole(cams, 0),
    rockers: whole(rockers, 0),
  };
  const counts = [arrangement.cylinders, arrangement.camBearings, arrangement.rockers].every(
    Number.isInteger,
  );
  const drawn = useQuery({
    queryKey: ['drawn', arrangement],
    queryFn: () => api.drawn({ id: ids.engine, name: name || 'New', arrangement }),
    enabled: counts,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const wrong: Record<string, string[]> = {
    ...(drawn.error instanceof Problem ? drawn.error.errors : {}),
    ...Object.fromEntries(
      (['cylinders', 'camBearings', 'rockers'] as const)
        .filter((key) => !Number.isInteger(arrangement[key]))
        .map((key) => [key, ['must be a whole number']]),
    ),
    ...(bore.trim() !== '' && arrangement.boreMm === null
      ? { boreMm: ['must be a length, such as 80'] }
      : {}),
    ...(stroke.trim() !== '' && arrangement.strokeMm === null
      ? { strokeMm: ['must be a length, such as 66'] }
      : {}),
    ...said,
  };
  // A field is named by the server as it stands in what was sent.
  const at = (key: string): string | undefined => {
    const words = wrong[key] ?? wrong[`arrangement.${key}`];
    return words && `This ${words.join(', ')}.`;
  };
  const put = async () => {
    setSaid({});
    try {
      const sheet = await api.addEngine({ id: ids.engine, name, arrangement });
      await api.open({
        build: ids.build,
        id: ids.opened,
        doneAt: new Date().toISOString(),
        by: me ?? shop.data?.people.find((p) => p.role !== 'viewer')?.id ?? '',
        number: buildNumber,
        name: purpose.trim() === '' ? name : purpose,
        sheet: sheet.id,
      });
      await client.invalidateQueries({ queryKey: ['sheets'] });
      await client.invalidateQueries({ queryKey: ['today'] });
      await navigate(`/builds/${ids.build}`);
    } catch (error) {
      setSaid(
        error instanceof Problem && Object.keys(error.errors).length > 0
          ? error.errors
          : { '': [error instanceof Error ? error.message : 'It did not go through.'] },
      );
    }
  };
  const known = new Set([
    'name',
    'cylinders',
    'bankAngleDeg',
    'boreMm',
    'strokeMm',
    'camBearings',
    'rockers',
    'number',
  ]);
  const elsewhere = Object.entries(wrong).filter(([key]) => !known.has(key.replace('arrangement.', '')));
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
          <Field label="What the shop calls it" words={at('name')} wide>
            <input
              ref={first}
              className={field}
              value={name}
              maxLength={80}
              onChange={(e) => setName(e.target.value)}
            />
          </Field>
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
                    onChange={() => setBank(id)}
                  />
                  {words}
                </label>
              ))}
            </div>
          </fieldset>
          <Field label="Cylinders" words={at('cylinders')}>
            <input
              className={field}
              inputMode="numeric"
              value={cylinders}
              onChange={(e) => setCylinders(e.target.value)}
            />
          </Field>
          {bank === 'v' && (
            <Field label="Between the banks, °; nothing for the usual" words={at('bankAngleDeg')}>
              <input
                className={field}
                inputMode="decimal"
                value={angle}
                onChange={(e) => setAngle(e.target.value)}
              />
            </Field>
          )}
          <Field label={`Bore, ${unit}; nothing if not known`} words={at('boreMm')}>
            <input
              className={field}
              inputMode="decimal"
              value={bore}
              onChange={(e) => setBore(e.target.value)}
            />
          </Field>
          <Field label={`Stroke, ${unit}; nothing if not known`} words={at('strokeMm')}>
            <input
              className={field}
              inputMode="decimal"
              value={stroke}
              onChange={(e) => setStroke(e.target.value)}
            />
          </Field>
          <Field label="Cam bearings, 0 for none in the block" words={at('camBearings')}>
            <input
              className={field}
              inputMode="numeric"
              value={cams}
              onChange={(e) => setCams(e.target.value)}
            />
          </Field>
          <Field label="Rockers on trunnions, 0 for none" words={at('rockers')}>
            <input
              className={field}
              inputMode="numeric"
              value={rockers}
              onChange={(e) => setRockers(e.target.value)}
            />
          </Field>
          <Field label="Build number" words={at('number')}>
            <input
              className={field}
              value={buildNumber}
              maxLength={20}
              onChange={(e) => setBuildNumber(e.target.value)}
            />
          </Field>
          <Field label="What it is for" words={undefined}>
            <input
              className={field}
              value={purpose}
              placeholder={name}
              maxLength={80}
              onChange={(e) => setPurpose(e.target.value)}
            />
          </Field>
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

const Field = ({
  label,
  words,
  wide = false,
  children,
}: {
  label: string;
  words: string | undefined;
  wide?: boolean;
  children: ReactNode;
}) => (
  <label className={wide ? 'col-span-2' : ''}>
    {label}
    {children}
    {words !== undefined && (
      <span role="alert" className="mt-1 block font-read text-stop">
        {words}
      </span>
    )}
  </label>
);
