import { useState } from 'react';
import type { MeasuredValue, PartView, WantedValue } from '../../api/types';
import { ValueBox } from '../../bench/card/ValueBox';
import { useReader } from '../../entry/reader';
import { writeQuantity } from '../../entry/wording';
import { bearingAt } from '../../figures/cam/bearing';
import { cardFigure } from '../../figures/card';
import { card } from '../../figures/card/scene';
import { useNarrow } from '../../ui/useNarrow';
import { BoltHandles } from './BoltHandles';
import { BoltPattern } from './BoltPattern';
import { PassageHandles } from './PassageHandles';
import type { Sheet } from './useSheet';

interface Props {
  sheet: Sheet;
  part: PartView;
  /** What was measured on builds, newest first. */
  measured: readonly MeasuredValue[];
  /** The keyboard goes on to what comes after this part. */
  onLast: () => void;
}

const bearingOf = (path: string): number | null => bearingAt(path)?.n ?? null;

/** On one bearing's own page it need not be named with each value. */
const withoutBearing = (label: string): string => {
  const own = label.replace(/^(Bearing|Bush) \d+: /, '');
  return own.charAt(0).toUpperCase() + own.slice(1);
};

/** A part on its drawing, with every value that can be known of it, in the drawing's order. */
export function PartBoxes({ sheet, part, measured, onLast }: Props) {
  const reader = useReader();
  const narrow = useNarrow();
  const first = part.values.find((v) => v.missing) ?? part.values[0];
  const [open, setOpen] = useState<string | undefined>(first?.path);
  const [called, setCalled] = useState<{ path: string; n: number } | null>(
    // On a phone the drawing is seen first.
    first && !narrow ? { path: first.path, n: 0 } : null,
  );
  const tunnel = part.part === 'cam' || part.part === 'auxiliary' ? part.part : undefined;
  const bearings = [...new Set(part.values.flatMap((v) => bearingOf(v.path) ?? []))];
  const bearing = bearingOf(open ?? '') ?? (tunnel ? bearings[0] : undefined);
  const [whole, setWhole] = useState(false);
  const shown =
    bearing === undefined
      ? part.values
      : part.values.filter((v) => (whole ? bearingOf(v.path) === null : bearingOf(v.path) === bearing));
  const drawn = sheet.now!.view.sheet;
  // The cover, or the rear seal's housing where it has one.
  const boltsAt = part.part === 'cover' ? 'cover' : 'rear/housing';
  const bolted = part.part === 'cover' ? drawn.cover : part.part === 'rear' ? drawn.rear?.housing : undefined;
  const count = part.values.find((v) => v.path === `${boltsAt}/boltCount`);
  const boltsKnown = count?.number != null && (part.part === 'cover' || (open?.startsWith(boltsAt) ?? false));
  const figure = cardFigure(open ?? part.part, { sheet: drawn, open, reader, handled: boltsKnown });
  const call = (path: string) => setCalled((was) => ({ path, n: (was?.n ?? 0) + 1 }));
  const go = (from: WantedValue) => {
    const next = shown[shown.indexOf(from) + 1];
    const after = bearing !== undefined && !whole ? bearings[bearings.indexOf(bearing) + 1] : undefined;
    if (next) call(next.path);
    else if (after !== undefined) goTo(after);
    else if (bearing !== undefined && !whole) goWhole();
    else onLast();
  };
  const goTo = (n: number) => {
    const path = part.values.find((v) => bearingOf(v.path) === n)!.path;
    setWhole(false);
    setOpen(path);
    call(path);
  };
  const goWhole = () => {
    const path = part.values.find((v) => bearingOf(v.path) === null)!.path;
    setWhole(true);
    call(path);
  };
  const chip = (on: boolean) =>
    `h-11 min-w-11 border-2 px-2 text-title font-bold ${on ? 'border-mark bg-field-deep text-mark' : 'border-structure bg-field text-line'}`;
  return (
    <section aria-label={part.label} className="on-field flex min-w-0 gap-4 bg-field p-4 max-lg:flex-col">
      {figure && (
        <figure className="flex w-[380px] shrink-0 flex-col max-lg:w-full lg:sticky lg:top-3 lg:h-[min(560px,calc(100dvh-24px))] lg:self-start">
          <figcaption className="text-title leading-tight font-semibold text-line">{figure.title}</figcaption>
          <div className="relative min-h-[300px] flex-1">
            <svg
              viewBox={`0 0 ${card.width} ${card.height}`}
              className="absolute inset-0 h-full w-full"
              role="img"
              aria-label={figure.title}
            >
              {figure.drawing}
            </svg>
            {bearing !== undefined && tunnel && drawn[tunnel]?.bearings[bearing] && (
              <PassageHandles
                bearing={drawn[tunnel].bearings[bearing]}
                at={`${tunnel}/bearings/${bearing}`}
                onPlace={(path, degrees) => sheet.tell(path, degrees, true)}
                onOpen={setOpen}
              />
            )}
            {bolted && boltsKnown && (
              <BoltHandles
                housing={bolted}
                at={boltsAt}
                onPlace={(bolt, x, y) =>
                  sheet.tellAll([
                    [`${boltsAt}/bolt${bolt}/xMm`, `${x} mm`],
                    [`${boltsAt}/bolt${bolt}/yMm`, `${y} mm`],
                  ])
                }
                onOpen={setOpen}
              />
            )}
          </div>
        </figure>
      )}
      <div className="min-w-0 flex-1">
        {bearings.length > 0 && (
          <div className="mb-3 flex flex-wrap gap-1.5" role="group" aria-label="Which bearing">
            {bearings.map((n) => (
              <button
                key={n}
                type="button"
                aria-label={`${tunnel === 'auxiliary' ? 'Bush' : 'Bearing'} ${n + 1}`}
                aria-pressed={n === bearing && !whole}
                className={chip(n === bearing && !whole)}
                onClick={() => goTo(n)}
              >
                {n + 1}
              </button>
            ))}
            <button type="button" aria-pressed={whole} className={chip(whole)} onClick={goWhole}>
              all of them
            </button>
          </div>
        )}
        {count && (
          <div className="mb-3">
            <BoltPattern
              key={count.number ?? 0}
              bolts={count.number ?? 8}
              onPlaces={(places) =>
                sheet.tellAll([
                  [count.path, `${places.length}`],
                  ...places.flatMap(
                    ([x, y], i) =>
                      [
                        [`${boltsAt}/bolt${i + 1}/xMm`, `${x} mm`],
                        [`${boltsAt}/bolt${i + 1}/yMm`, `${y} mm`],
                      ] as const,
                  ),
                ])
              }
            />
          </div>
        )}
        <div className="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] items-start gap-x-4 gap-y-3">
          {shown.map((value, i) => {
            const wrong = sheet.wrongAt(value.path);
            const label = bearing === undefined ? value.label : withoutBearing(value.label);
            const here = open === value.path ? measured.find((m) => m.path === value.path) : undefined;
            return (
              <div key={value.path}>
                <ValueBox
                  build={sheet.draftsAt}
                  value={{ ...value, label, ...(wrong === undefined ? {} : { fault: wrong }) }}
                  number={i + 1}
                  waiting={undefined}
                  called={called?.path === value.path ? `${called.path}${called.n}` : null}
                  open={open === value.path}
                  onOpen={() => setOpen(value.path)}
                  keeps
                  onTell={(words, goOn) => {
                    if (words !== null) sheet.tell(value.path, words);
                    if (goOn) go(value);
                  }}
                />
                {here && here.number !== value.number && (
                  <Measured
                    of={here}
                    value={value}
                    onTake={() => sheet.tell(value.path, `${here.number} mm`, false, 'measured')}
                  />
                )}
              </div>
            );
          })}
        </div>
      </div>
    </section>
  );
}

/** What a build measured of a value, one tap to take it. */
function Measured({ of, value, onTake }: { of: MeasuredValue; value: WantedValue; onTake: () => void }) {
  const reader = useReader();
  const size = writeQuantity({ value: of.number, dimension: value.dimension, resolution: 0.001 }, reader);
  return (
    <button
      type="button"
      className="mt-1 min-h-11 w-full border-2 border-structure bg-field px-2 text-left text-base leading-tight font-semibold text-line"
      // Before the box is left and closes this.
      onMouseDown={(e) => e.preventDefault()}
      onClick={onTake}
    >
      Take {size}, measured on build {of.build}
      {of.readings > 1 ? `, mean of ${of.readings}` : ''}
    </button>
  );
}
