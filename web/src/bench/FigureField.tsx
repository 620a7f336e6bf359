import type { ReactNode } from 'react';
import type { Slot } from '../api/types';
import { useReader } from '../entry/reader';
import { inReaders } from '../entry/wording';
import { Drawn } from './Drawn';
import { field, type Scene } from '../figures/scene';
import { useNarrow } from '../ui/useNarrow';
import { useSize } from '../ui/useSize';

interface Props {
  scene: Scene;
  slots: readonly Slot[];
  box: (key: string) => ReactNode;
  /** Opens an item that was tapped on the drawing. */
  onPick?: (item: string) => void;
  /** What else stands in the field: panels, choices. */
  children?: ReactNode;
}

/** Smaller than this its words can't be read at arm's length; then it scrolls. */
const smallest = 0.8;

const percent = (value: number, of: number): string => `${(value / of) * 100}%`;

/** The blue field: the drawing, and real inputs laid over it. On a narrow screen the inputs stand below the drawing. */
export function FigureField({ scene, slots: all, box, onPick, children }: Props) {
  const slots = scene.shows ? all.filter((s) => scene.shows!.includes(s.key)) : all;
  const narrow = useNarrow();
  const reader = useReader();
  const [ref, room] = useSize();
  // Drawing, boxes and choices keep their places to one another at any size of the window.
  const fits = Math.min(room.width / field.width, room.height / field.height);
  const scale = Math.max(smallest, Math.floor(fits * 1000) / 1000);
  return (
    <section
      ref={ref}
      aria-label={scene.title}
      className="on-field relative flex min-h-0 min-w-0 flex-col items-center overflow-auto bg-field"
    >
      <div
        className="max-lg:w-full lg:shrink-0"
        style={narrow ? undefined : { width: field.width * scale, height: field.height * scale }}
      >
        <div
          // Where it scrolls, it can be scrolled by keys.
          tabIndex={narrow ? 0 : undefined}
          role={narrow ? 'region' : undefined}
          aria-label={narrow ? 'The figure' : undefined}
          className="relative origin-top-left max-lg:overflow-x-auto"
          style={
            narrow ? undefined : { width: field.width, height: field.height, transform: `scale(${scale})` }
          }
        >
          <svg
            viewBox={`0 0 ${field.width} ${field.height}`}
            className="block h-full w-full max-lg:h-auto max-lg:min-w-[680px] max-lg:max-w-none"
            role="img"
            aria-label={scene.title}
          >
            <text x="20" y="34" fontSize="22" fontWeight="600" fill="var(--color-line)">
              {scene.title}
            </text>
            <Drawn key={scene.title}>{scene.drawing}</Drawn>
            {!narrow &&
              slots.map(({ key }) => {
                const place = scene.places[key];
                return (
                  place?.to && (
                    <g key={key} stroke="var(--color-structure)" strokeWidth="1.5">
                      <path d={`M${(place.from ?? place.at).join(' ')}L${place.to[0]} ${place.to[1]}`} />
                      <circle
                        cx={place.to[0]}
                        cy={place.to[1]}
                        r="4"
                        fill="var(--color-line)"
                        stroke="none"
                      />
                    </g>
                  )
                );
              })}
          </svg>
          {onPick &&
            scene.picks?.map((pick) => (
              <button
                key={pick.item}
                type="button"
                aria-label={pick.words}
                className="absolute border-2 border-transparent hover:border-line"
                style={{
                  left: percent(pick.at[0], field.width),
                  top: percent(pick.at[1], field.height),
                  width: percent(pick.width, field.width),
                  height: percent(pick.height, field.height),
                }}
                onClick={() => onPick(pick.item)}
              />
            ))}
          {scene.aside && !narrow && (
            <div
              className="absolute"
              style={{
                left: percent(scene.aside.at[0], field.width),
                top: percent(scene.aside.at[1], field.height),
                width: percent(scene.aside.width, field.width),
                height: percent(scene.aside.height, field.height),
              }}
            >
              {scene.aside.content}
            </div>
          )}
          {!narrow && slots.map((slot) => laidOver(scene, slot, box(slot.key)))}
          {!narrow && children}
        </div>
      </div>
      {narrow && (
        <div className="grid w-full grid-cols-2 gap-3 p-3">
          {slots.map((slot) => (
            <div key={slot.key} className={slot.kind === 'number' ? '' : 'col-span-2'}>
              {box(slot.key)}
            </div>
          ))}
        </div>
      )}
      {scene.aside && narrow && <div className="w-full p-3">{scene.aside.content}</div>}
      {scene.twin.length > 0 && (
        <table className="sr-only">
          <caption>{scene.title}</caption>
          <tbody>
            {scene.twin.map(([what, value]) => (
              <tr key={what}>
                <th scope="row">{what}</th>
                <td>{inReaders(value, reader)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {narrow && children}
    </section>
  );
}

/** A number's box is centred on its place; a row of words or a tick begins at it. */
function laidOver(scene: Scene, slot: Slot, content: ReactNode) {
  const place = scene.places[slot.key] ?? { at: [field.width / 2, field.height / 2] };
  return (
    <div
      key={slot.key}
      className="group absolute focus-within:z-10 has-[[data-offer]]:z-10 has-[[role=alert]]:z-20"
      // What a low box has to say stands above it, where there is room.
      data-low={place.at[1] > 300 || undefined}
      style={{
        left: percent(place.at[0], field.width),
        top: percent(place.at[1], field.height),
        width: place.width,
        transform:
          slot.kind === 'sight'
            ? 'translate(-50%, -50%)'
            : slot.kind === 'number' || slot.kind === 'trace'
              ? 'translate(-50%, -26px)'
              : 'translateY(-50%)',
      }}
    >
      {content}
    </div>
  );
}
