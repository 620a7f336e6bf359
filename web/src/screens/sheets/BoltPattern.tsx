import { useState } from 'react';
import { Button } from '../../ui/Button';
import { Panel } from '../../ui/Panel';
import { Field, Wrong, useNumbers } from '../settings/Field';
import { fromRows, onCircle, onRectangle, type Place } from './patterns';

type Kind = 'circle' | 'rectangle' | 'rows';

/** Places all bolts at once: on a circle, round a rectangle, or by rows of x and y pasted from a table. */
export function BoltPattern({
  bolts,
  onPlaces,
}: {
  bolts: number;
  onPlaces: (places: readonly Place[]) => void;
}) {
  const numbers = useNumbers();
  const unit = numbers.unit('length');
  const [open, setOpen] = useState(false);
  const [kind, setKind] = useState<Kind>('rows');
  const [typed, setTyped] = useState({
    count: `${bolts}`,
    across: '',
    first: '0',
    wide: '',
    top: '',
    bottom: '',
  });
  const [rows, setRows] = useState('');
  const [wrong, setWrong] = useState<string>();
  const put = (key: keyof typeof typed) => (text: string) => setTyped((was) => ({ ...was, [key]: text }));
  const mm = (text: string) => numbers.read(text, 'length');
  const asked = (): { places: readonly Place[] } | { wrong: string } => {
    if (kind === 'rows') return fromRows(rows, mm);
    const count = Number(typed.count);
    if (!Number.isInteger(count) || count < 2 || count > 40) return { wrong: 'There must be 2 to 40 bolts.' };
    if (kind === 'circle') {
      const [across, first] = [mm(typed.across), numbers.read(typed.first, 'angle')];
      return across == null || first == null || across <= 0
        ? { wrong: 'The circle needs its diameter, and where the first bolt is.' }
        : { places: onCircle(count, across, first) };
    }
    const [wide, top, bottom] = [mm(typed.wide), mm(typed.top), mm(typed.bottom)];
    return wide == null || top == null || bottom == null || wide <= 0 || top <= bottom
      ? { wrong: 'The rectangle needs its width, and how far its upper and lower bolts are above the crank.' }
      : { places: onRectangle(count, wide, top, bottom) };
  };
  const place = () => {
    const read = asked();
    setWrong('wrong' in read ? read.wrong : undefined);
    if ('wrong' in read) return;
    setOpen(false);
    onPlaces(read.places);
  };
  return (
    <Panel
      title="Where the bolts are"
      open={open}
      onOpenChange={setOpen}
      trigger={
        <button
          type="button"
          className="min-h-11 border-2 border-structure bg-field px-3 text-base font-bold text-line"
        >
          Place the bolts
        </button>
      }
    >
      <form
        onSubmit={(e) => {
          e.preventDefault();
          place();
        }}
      >
        <fieldset className="mt-2 flex flex-wrap gap-x-4">
          <legend className="sr-only">How they are placed</legend>
          {(
            [
              ['rows', 'rows of x and y'],
              ['circle', 'on a circle'],
              ['rectangle', 'round a rectangle'],
            ] as const
          ).map(([is, words]) => (
            <label key={is} className="flex min-h-11 items-center gap-2 text-base font-semibold">
              <input
                type="radio"
                name="pattern"
                className="size-5 accent-ink"
                checked={kind === is}
                onChange={() => setKind(is)}
              />
              {words}
            </label>
          ))}
        </fieldset>
        {kind === 'rows' ? (
          <label className="mt-1 block text-base">
            {`A row a bolt, clockwise from the top: right of the crank’s axis, above it, ${unit}, as seen from the front`}
            <textarea
              className="mt-1 block h-40 w-full border-2 border-ink bg-page p-2 font-read text-base"
              value={rows}
              onChange={(e) => setRows(e.target.value)}
            />
          </label>
        ) : (
          <div className="mt-2 flex flex-wrap gap-3">
            <Field label="How many" value={typed.count} onChange={put('count')} unit="pcs" />
            {kind === 'circle' ? (
              <>
                <Field label="Circle, across" value={typed.across} onChange={put('across')} unit={unit} />
                <Field label="First one, from 12" value={typed.first} onChange={put('first')} unit="°" />
              </>
            ) : (
              <>
                <Field label="From left to right" value={typed.wide} onChange={put('wide')} unit={unit} />
                <Field label="Upper ones above crank" value={typed.top} onChange={put('top')} unit={unit} />
                <Field
                  label="Lower ones above crank"
                  value={typed.bottom}
                  onChange={put('bottom')}
                  unit={unit}
                />
              </>
            )}
          </div>
        )}
        {wrong !== undefined && <Wrong>{wrong}</Wrong>}
        <Button first type="submit" className="mt-3 w-full">
          Place them
        </Button>
      </form>
    </Panel>
  );
}
