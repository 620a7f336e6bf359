import { v7 as uuid } from 'uuid';
import { useState } from 'react';
import type { Instrument, InstrumentKind } from '../../api/types';
import { useReader } from '../../entry/reader';
import { writeAccuracy } from '../../entry/wording';
import { Button } from '../../ui/Button';
import { Field, Wrong, notRead, unreadOf, useNumbers } from './Field';
import { useChange } from './useChange';

/** What the usual instruments of a new shop say behind their name, until somebody has looked at this shop's own. */
const aDefault = /, accuracy a default$/;

const fresh: Instrument = {
  id: '',
  name: '',
  kind: 'micrometer',
  uncertainty: 0,
  uncertaintyShare: 0,
  low: null,
  high: null,
  calibrationDue: null,
  lengthMm: null,
  simulated: false,
  line: null,
};

/** What this shop measures with, a kind after the other. */
export function Instruments({
  all,
  kinds,
}: {
  all: readonly Instrument[];
  kinds: readonly InstrumentKind[];
}) {
  const [open, setOpen] = useState<string | null>(null);
  const close = () => setOpen(null);
  return (
    <>
      <p className="max-w-[46em] font-read text-base">
        A call is a go only if it holds with the instrument’s uncertainty on top. Put yours in: from its
        certificate, or from ten readings of one part. What was read before keeps what it was read with.
      </p>
      {kinds
        .filter((k) => all.some((i) => i.kind === k.id))
        .map((kind) => (
          <section key={kind.id} className="mt-4">
            <h2 className="border-b-2 border-ink text-title font-bold">{kind.label}</h2>
            <ul>
              {all
                .filter((i) => i.kind === kind.id)
                .map((i) => (
                  <li key={i.id} className="border-b border-rule">
                    {open === i.id ? (
                      <InstrumentForm of={i} kinds={kinds} onClose={close} />
                    ) : (
                      <Row of={i} kind={kind} onOpen={() => setOpen(i.id)} />
                    )}
                  </li>
                ))}
            </ul>
          </section>
        ))}
      {open === '' ? (
        <section aria-label="Another instrument" className="mt-4 border-t-2 border-ink">
          <InstrumentForm of={fresh} kinds={kinds} onClose={close} />
        </section>
      ) : (
        <Button className="mt-4" onClick={() => setOpen('')}>
          Another instrument
        </Button>
      )}
    </>
  );
}

function Row({ of, kind, onOpen }: { of: Instrument; kind: InstrumentKind; onOpen: () => void }) {
  const reader = useReader();
  const numbers = useNumbers();
  const unit = numbers.unit(kind.dimension);
  const said = (value: number) => `${numbers.write(value, kind.dimension, false, 4)} ${unit}`;
  const due = of.calibrationDue;
  const late = due != null && due < new Date().toISOString().slice(0, 10);
  return (
    <button
      type="button"
      className="grid min-h-14 w-full grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)_minmax(0,1fr)_minmax(0,1fr)] items-center gap-x-4 py-1 text-left max-md:grid-cols-2"
      onClick={onOpen}
    >
      <b className="text-title leading-tight">{of.name.replace(aDefault, '')}</b>
      <span className="font-read text-title">
        {of.uncertainty > 0 && `± ${writeAccuracy(of.uncertainty, kind.dimension, reader)}`}
        {of.uncertainty > 0 && of.uncertaintyShare > 0 && ', '}
        {of.uncertaintyShare > 0 && `± ${Number((of.uncertaintyShare * 100).toPrecision(3))} %`}
        {aDefault.test(of.name) && <span className="text-base text-muted"> a default</span>}
      </span>
      <span className="font-read text-base">
        {of.low != null &&
          of.high != null &&
          `${numbers.write(of.low, kind.dimension, false, 4)} to ${said(of.high)}`}
      </span>
      <span className={`text-base ${late ? 'font-bold text-stop' : 'text-muted'}`}>
        {due != null ? `${late ? 'calibration ran out' : 'calibrated to'} ${due}` : 'no calibration date'}
        {of.line != null && of.line !== 'stand-in' && `, on line ${of.line}`}
      </span>
    </button>
  );
}

function InstrumentForm({
  of,
  kinds,
  onClose,
}: {
  of: Instrument;
  kinds: readonly InstrumentKind[];
  onClose: () => void;
}) {
  const { change, said } = useChange();
  const numbers = useNumbers();
  const [kind, setKind] = useState(of.kind);
  const dimension = kinds.find((k) => k.id === kind)?.dimension ?? 'length';
  const [typed, setTyped] = useState({
    name: of.name.replace(aDefault, ''),
    uncertainty: of.uncertainty > 0 ? numbers.write(of.uncertainty, dimension, true) : '',
    share: of.uncertaintyShare > 0 ? `${Number((of.uncertaintyShare * 100).toPrecision(3))}` : '',
    resolution: numbers.write(of.resolution, dimension, true),
    low: numbers.write(of.low, dimension),
    high: numbers.write(of.high, dimension),
    length: numbers.write(of.lengthMm, 'length'),
    due: of.calibrationDue ?? '',
    line: of.line ?? '',
  });
  const [unread, setUnread] = useState<readonly string[]>([]);
  const put = (key: keyof typeof typed) => (text: string) => setTyped((was) => ({ ...was, [key]: text }));
  const wrong = (key: string, typedAs = key) =>
    unread.includes(typedAs) ? notRead : said[key]?.map((words) => `It ${words}.`).join(' ');
  const keep = async (off: boolean) => {
    const read = {
      uncertainty: numbers.read(typed.uncertainty, dimension, true),
      share: numbers.read(typed.share, 'number'),
      resolution: numbers.read(typed.resolution, dimension, true),
      low: numbers.read(typed.low, dimension),
      high: numbers.read(typed.high, dimension),
      length: numbers.read(typed.length, 'length'),
    };
    const lost = unreadOf(read);
    setUnread(lost);
    if (lost.length > 0) return;
    const id = of.id || `${kind}-${uuid().slice(-8)}`;
    const kept = await change({
      off,
      instrument: {
        ...of,
        id,
        kind,
        name: typed.name,
        uncertainty: read.uncertainty ?? 0,
        uncertaintyShare: (read.share ?? 0) / 100,
        resolution: read.resolution ?? null,
        low: read.low ?? null,
        high: read.high ?? null,
        lengthMm: read.length ?? null,
        calibrationDue: typed.due === '' ? null : typed.due,
        line: typed.line.trim() === '' ? null : typed.line.trim(),
      },
    });
    if (kept) onClose();
  };
  return (
    <form
      className="my-2 flex flex-wrap gap-x-4 gap-y-3 border-2 border-ink bg-paper p-3"
      onSubmit={(e) => {
        e.preventDefault();
        void keep(false);
      }}
    >
      <label className="block w-52 max-md:w-full">
        <select
          className="h-[52px] w-full border-2 border-ink bg-white px-1 text-title font-semibold"
          value={kind}
          onChange={(e) => setKind(e.target.value)}
        >
          {kinds.map((k) => (
            <option key={k.id} value={k.id}>
              {k.label}
            </option>
          ))}
        </select>
        <span className="mt-0.5 block text-base leading-tight">What it is</span>
      </label>
      <Field
        label="As you call it"
        width="w-72"
        value={typed.name}
        onChange={put('name')}
        wrong={wrong('name')}
      />
      <Field
        label="Uncertainty, k = 2"
        unit={numbers.unit(dimension)}
        value={typed.uncertainty}
        onChange={put('uncertainty')}
        wrong={wrong('uncertainty')}
      />
      <Field
        label="… or a share of the reading"
        unit="%"
        value={typed.share}
        onChange={put('share')}
        wrong={wrong('uncertaintyShare', 'share')}
      />
      <Field
        label="Smallest step it shows"
        unit={numbers.unit(dimension)}
        value={typed.resolution}
        onChange={put('resolution')}
        wrong={wrong('resolution')}
      />
      <Field
        label="Range from"
        unit={numbers.unit(dimension)}
        value={typed.low}
        onChange={put('low')}
        wrong={wrong('low')}
      />
      <Field
        label="to"
        unit={numbers.unit(dimension)}
        value={typed.high}
        onChange={put('high')}
        wrong={wrong('high')}
      />
      {kind.endsWith('wrench') && (
        <Field
          label="Drive to grip"
          unit={numbers.unit('length')}
          value={typed.length}
          onChange={put('length')}
          wrong={wrong('lengthMm', 'length')}
        />
      )}
      <Field
        label="Calibrated to"
        type="date"
        width="w-44"
        value={typed.due}
        onChange={put('due')}
        wrong={wrong('calibrationDue')}
      />
      <Field
        label="Its gauge line: host:port, or nothing"
        width="w-72"
        value={typed.line}
        onChange={put('line')}
        wrong={wrong('line')}
      />
      <div className="flex w-full flex-wrap gap-3">
        <Button first type="submit">
          Keep it
        </Button>
        <Button onClick={onClose}>Leave it as it was</Button>
        {of.id !== '' && <Button onClick={() => void keep(true)}>It is here no longer</Button>}
        {(said['by'] ?? said[''] ?? said['id'])?.map((words) => (
          <Wrong key={words}>{words}</Wrong>
        ))}
      </div>
    </form>
  );
}
