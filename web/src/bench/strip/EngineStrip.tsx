import { memo } from 'react';
import type { EngineSheet, PlaceState, Strip, TaskRef } from '../../api/types';
import { CallMark, inkOf, wordOf } from '../call/CallMark';
import { grouped, haveRoom, laidOut, type Label } from './stripLabels';
import { useSize } from '../../ui/useSize';

/** What the drawing is made from. */
export type Outline = Pick<Strip, 'layout' | 'balancer' | 'rockers'>;

/** The outline of an engine whose sheet is at hand; of a balancer that nobody has described, a usual one. */
export const stripOf = ({ layout, balancer, rockers }: EngineSheet): Outline => ({
  layout,
  balancer: {
    hubLengthMm: balancer?.hub.lengthMm ?? 48,
    hubDiameterMm: balancer?.hub.outerDiameterMm ?? 60,
    ringDiameterMm: balancer?.ring.outerDiameterMm ?? 170,
    ringWidthMm: balancer?.ring.widthMm ?? 28,
  },
  rockers: rockers?.places.length ?? layout.rockers.length,
});

export interface StripProps {
  strip: Outline;
  places: readonly PlaceState[];
  height: number;
  /** The place that is open on the bench. */
  here?: string | undefined;
  /** A task, and the place that was tapped: of a task that goes over several, its item. */
  onOpen: (task: TaskRef, place: string) => void;
}

const labelHeight = 30;
/** Room above the deck for the rockers, mm. */
const rockerMm = 34;

// The same function at each drawing: only what comes to be the place is scrolled to.
const intoSight = (place: HTMLElement | null): void =>
  place?.scrollIntoView({ inline: 'center', block: 'nearest' });

/**
 * The engine as one long side view, front at the left, drawn from its sheet. Along the crank it is to scale; heights
 * share the scale where there is room and are squeezed where there is not. Each place with a task is a button.
 */
export const EngineStrip = memo(function EngineStrip({ strip, places, height, here, onOpen }: StripProps) {
  const [ref, { width: available }] = useSize();
  const { layout, balancer } = strip;
  const first = places[0]?.fromMm ?? -layout.coverDepthMm - 90;
  const last = places[places.length - 1]?.toMm ?? layout.blockLengthMm + 90;
  const above = layout.deckMm + rockerMm;
  const below = Math.max(layout.railMm, balancer.ringDiameterMm / 2, layout.flangeDiameterMm / 2);
  const drawn = height - labelHeight;
  const tall = (drawn - 8) / (above + below);
  // As wide as it may be, unless heights then could not keep the same scale though there is nearly room for them.
  const xScale =
    available / (last - first) > tall * 1.6 || available === 0
      ? available / (last - first)
      : Math.min(available / (last - first), tall);
  const yScale = Math.min(xScale, tall);
  const width = xScale * (last - first);
  const at: Axes = {
    x: (mm) => (mm - first) * xScale,
    y: (mm) => 4 + (above - mm) * yScale,
    w: (mm) => mm * xScale,
    h: (mm) => mm * yScale,
  };

  const labels = grouped(places);
  // On a phone they go over several lines, below the drawing.
  const underneath = available > 0 && !haveRoom(labels, width);

  return (
    <div ref={ref} className="w-full" style={underneath ? undefined : { height }}>
      {available > 0 && (
        <div className="relative mx-auto" style={{ width, height: underneath ? drawn : height }}>
          <svg
            className="absolute inset-x-0 top-0 text-ink"
            width={width}
            height={drawn}
            fill="none"
            stroke="currentColor"
            strokeWidth="1.5"
            aria-hidden="true"
          >
            {places
              .filter((p) => p.id === here)
              .map((p) => (
                <rect
                  key={p.id}
                  x={at.x(p.fromMm)}
                  y="0"
                  width={at.w(p.toMm - p.fromMm)}
                  height={drawn}
                  fill="var(--color-shelf)"
                  stroke="none"
                />
              ))}
            <Part at={at} z={[0, layout.blockLengthMm]} r={[-layout.railMm, layout.deckMm]} fill="none" />
            {layout.rockers.map((z) => (
              <path
                key={z}
                d={`M${at.x(z - 9)} ${at.y(layout.deckMm + 8)}L${at.x(z)} ${at.y(above)}L${at.x(z + 9)} ${at.y(layout.deckMm + 8)}`}
              />
            ))}
            <Cam layout={layout} at={at} />
            <Crank layout={layout} at={at} />
            <Part at={at} z={[-layout.coverDepthMm + 4, 0]} r={[-layout.railMm, layout.camHeightMm + 40]} />
            <Balancer strip={strip} at={at} filled={here === 'balancer'} />
            <Part at={at} z={[layout.blockLengthMm, layout.blockLengthMm + 10]} r={[-58, 58]} />
            <OffEngine strip={strip} places={places} at={at} />
            <Part
              at={at}
              z={[layout.blockLengthMm + 14, layout.blockLengthMm + 36]}
              r={[-layout.flangeDiameterMm / 2, layout.flangeDiameterMm / 2]}
            />
          </svg>
          {places.map((place) => {
            const task = place.tasks.find((t) => t.ref.kind === place.next?.kind);
            return (
              task && (
                <button
                  key={place.id}
                  type="button"
                  className="absolute inset-y-0 border-2 border-transparent hover:border-ink"
                  style={{ left: at.x(place.fromMm), width: at.w(place.toMm - place.fromMm) }}
                  ref={place.id === here ? intoSight : undefined}
                  aria-current={place.id === here ? 'location' : undefined}
                  onClick={() => onOpen(task.ref, place.id)}
                >
                  <span className="sr-only">{`${place.label}: ${task.title}, ${wordOf(task.standing)}`}</span>
                </button>
              )
            );
          })}
          {!underneath &&
            laidOut(labels, at.x, width).map((label) => (
              <span
                key={label.text}
                className="pointer-events-none absolute bottom-0"
                style={{ left: label.x }}
              >
                <Standing label={label} />
              </span>
            ))}
        </div>
      )}
      {underneath && (
        <div className="flex flex-wrap gap-x-4">
          {labels.map((label) => (
            <Standing key={label.text} label={label} />
          ))}
        </div>
      )}
    </div>
  );
});

const Standing = ({ label }: { label: Label }) => (
  <span
    className={`flex items-center gap-1.5 text-base leading-[30px] font-semibold whitespace-nowrap ${inkOf(label.standing)}`}
  >
    <CallMark mark={label.standing} size={14} />
    {label.text}
  </span>
);

interface Axes {
  x: (mm: number) => number;
  y: (mm: number) => number;
  w: (mm: number) => number;
  h: (mm: number) => number;
}

/** A part as a box: z along the crank, r up from its axis, mm. */
function Part({
  at,
  z,
  r,
  fill = 'var(--color-page)',
}: {
  at: Axes;
  z: [number, number];
  r: [number, number];
  fill?: string;
}) {
  return (
    <rect x={at.x(z[0])} y={at.y(r[1])} width={at.w(z[1] - z[0])} height={at.h(r[1] - r[0])} fill={fill} />
  );
}

/** What lies behind the engine: the rockers in their tray, numbered as they lie; what is pressed, under its ram. */
function OffEngine({ strip, places, at }: { strip: Outline; places: readonly PlaceState[]; at: Axes }) {
  const tray = places.find((p) => p.id === 'rockers');
  const press = places.find((p) => p.id === 'pressed');
  const shaft = places.find((p) => p.id === 'auxiliary');
  const [top, foot] = [strip.layout.deckMm, -strip.layout.railMm];
  const count = strip.rockers;
  const across = Math.ceil(count / 2);
  return (
    <>
      {tray && (
        <>
          <Part at={at} z={[tray.fromMm + 10, tray.toMm - 6]} r={[foot + 40, top - 20]} />
          {Array.from({ length: count }, (_, i) => {
            const pitch = (tray.toMm - tray.fromMm - 24) / across;
            const [x, y] = [
              tray.fromMm + 14 + pitch * ((i % across) + 0.5),
              foot + 40 + (top - foot - 60) * (i < across ? 0.7 : 0.3),
            ];
            return (
              <g key={i}>
                <circle cx={at.x(x)} cy={at.y(y)} r={Math.min(at.w(pitch) * 0.34, 7)} />
                <path d={`M${at.x(x)} ${at.y(y) - 13}v26`} />
              </g>
            );
          })}
        </>
      )}
      {shaft && <Auxiliary z={[shaft.fromMm + 12, shaft.toMm - 6]} middle={(top + foot) / 2} at={at} />}
      {press && (
        <>
          <Part at={at} z={[press.fromMm + 14, press.toMm - 8]} r={[foot, foot + 34]} />
          <Part at={at} z={[press.fromMm + 34, press.toMm - 28]} r={[foot + 34, foot + 110]} />
          <Part at={at} z={[press.fromMm + 40, press.toMm - 34]} r={[foot + 110, top - 30]} />
          <path
            d={`M${at.x(press.fromMm + 18)} ${at.y(top)}H${at.x(press.toMm - 12)}M${at.x(press.fromMm + 22)} ${at.y(top)}V${at.y(foot + 34)}M${at.x(press.toMm - 16)} ${at.y(top)}V${at.y(foot + 34)}`}
          />
        </>
      )}
    </>
  );
}

/** An auxiliary shaft in its bushes, cut along its axis: a sign of it, since the engine from the side would hide it. */
function Auxiliary({ z: [from, to], middle, at }: { z: [number, number]; middle: number; at: Axes }) {
  const long = to - from;
  return (
    <>
      <Part at={at} z={[from, to]} r={[middle - 92, middle + 92]} />
      {[0.1, 0.72].map((share) => (
        <Part
          key={share}
          at={at}
          z={[from + share * long, from + (share + 0.18) * long]}
          r={[middle - 52, middle + 52]}
        />
      ))}
      <Part at={at} z={[from - 6, to - 4]} r={[middle - 34, middle + 34]} />
      <Part at={at} z={[from + 0.46 * long, from + 0.56 * long]} r={[middle - 46, middle + 46]} />
    </>
  );
}

function Cam({ layout, at }: { layout: EngineSheet['layout']; at: Axes }) {
  const axis = layout.camHeightMm;
  const first = layout.camBearings[0];
  const last = layout.camBearings[layout.camBearings.length - 1];
  // Its camshaft is over the heads, or nobody has told of one.
  if (!first || !last) return null;
  const numbered = at.w(last.zMm - first.zMm) / Math.max(1, layout.camBearings.length - 1) > 64;
  return (
    <>
      <Part at={at} z={[first.zMm, last.zMm]} r={[axis - 9, axis + 9]} />
      {layout.lobes.map((lobe) => {
        const lift = 7 * Math.cos((lobe.angleDeg * Math.PI) / 180);
        return (
          <ellipse
            key={lobe.zMm}
            cx={at.x(lobe.zMm)}
            cy={at.y(axis + lift)}
            rx={at.w(lobe.widthMm / 2)}
            ry={at.h(21)}
            fill="var(--color-page)"
          />
        );
      })}
      {layout.camBearings.map((bearing, i) => {
        const half = Math.max(bearing.diameterMm / 2, 11 / at.h(1));
        return (
          <g key={bearing.id}>
            <Part
              at={at}
              z={[bearing.zMm - bearing.widthMm / 2, bearing.zMm + bearing.widthMm / 2]}
              r={[axis - half, axis + half]}
            />
            {numbered && (
              <text
                x={at.x(bearing.zMm)}
                y={at.y(axis) + 6}
                fontSize="18"
                fontWeight="700"
                textAnchor="middle"
                fill="currentColor"
                stroke="none"
              >
                {i + 1}
              </text>
            )}
          </g>
        );
      })}
    </>
  );
}

function Crank({ layout, at }: { layout: EngineSheet['layout']; at: Axes }) {
  return (
    <>
      {layout.mains.map((main) => (
        <Part
          key={main.id}
          at={at}
          z={[main.zMm - main.widthMm / 2, main.zMm + main.widthMm / 2]}
          r={[-main.diameterMm / 2, main.diameterMm / 2]}
        />
      ))}
      {layout.throws.map((pin) => {
        const up = (layout.strokeMm / 2) * Math.cos((pin.angleDeg * Math.PI) / 180);
        const [from, to] = [pin.zMm - pin.widthMm / 2, pin.zMm + pin.widthMm / 2];
        const web: [number, number] = [Math.min(up - 26, -34), Math.max(up + 26, 34)];
        return (
          <g key={pin.zMm}>
            <Part at={at} z={[from - 16, from - 2]} r={web} />
            <Part at={at} z={[to + 2, to + 16]} r={web} />
            <Part at={at} z={[from, to]} r={[up - 24, up + 24]} />
          </g>
        );
      })}
      <path
        d={`M${at.x(-60)} ${at.y(0)}H${at.x(layout.blockLengthMm + 60)}`}
        strokeDasharray="14 4 3 4"
        strokeWidth="1"
      />
    </>
  );
}

function Balancer({ strip, at, filled }: { strip: Outline; at: Axes; filled: boolean }) {
  const { hubLengthMm, hubDiameterMm, ringDiameterMm, ringWidthMm } = strip.balancer;
  const rear = 4 - strip.layout.coverDepthMm;
  const middle = rear - hubLengthMm / 2;
  return (
    <>
      <Part at={at} z={[rear - hubLengthMm, rear]} r={[-hubDiameterMm / 2, hubDiameterMm / 2]} />
      <Part
        at={at}
        z={[middle - ringWidthMm / 2, middle + ringWidthMm / 2]}
        r={[-ringDiameterMm / 2, ringDiameterMm / 2]}
        fill={filled ? 'currentColor' : 'var(--color-page)'}
      />
    </>
  );
}
