import { useRef, useState } from 'react';
import type { Block, PlanNow } from '../../api/types';
import { useSize } from '../../ui/useSize';
import { bandsOf, chainOf, sayOf, sayWait, spanOf, whichOf, type Band, type Piece } from './layout';
import { dayOf, minuteOf, minuteText, timeOf } from './wall';

const nameWidth = 132;
/** Heights of a person's band and a thing's, and of their boxes. */
const rowHeights = [72, 48] as const;
const boxHeights = [58, 38] as const;
const headHeight = 34;
/** A block that is drawn over less than this has no room for words. */
const fewestPx = 34;
/** Over less than this not even for a number on its side. */
const narrowestPx = 16;
const snap = 5;
const draggedFrom = 6;

interface Props {
  plan: PlanNow;
  day: string;
  open: string | null;
  onOpen: (block: Block) => void;
  /** Dropped at a minute of the day, on somebody's band. */
  onDrop: (block: Block, minute: number, person: string) => void;
}

/** A band a person and a band a thing, hours across. */
export function Bands({ plan: newest, day, open, onOpen, onDrop }: Props) {
  const [ref, size] = useSize();
  // While a block is in hand the plan stays as it was taken hold of, also when a better one comes meanwhile.
  const [held, setHeld] = useState<PlanNow | null>(null);
  const plan = held ?? newest;
  const bands = bandsOf(plan, day);
  const [from, to] = spanOf(bands);
  const wide = Math.max(0, size.width - nameWidth - 16);
  const x = (minute: number): number =>
    nameWidth + (wide * (Math.min(Math.max(minute, from), to) - from)) / (to - from);
  const people = bands.filter((b) => b.person).length;
  const gap = 12;
  const y = (row: number): number =>
    headHeight +
    Math.min(row, people) * rowHeights[0] +
    (row >= people ? gap + (row - people) * rowHeights[1] : 0) +
    8;
  const boxOf = (row: number): number => boxHeights[row < people ? 0 : 1];
  const height = y(bands.length) + 30;
  const now = dayOf(plan.now) === day ? minuteOf(plan.now) : null;
  const hours = Array.from({ length: (to - from) / 60 + 1 }, (_, i) => from + i * 60);
  const every = wide / (hours.length - 1) < 56 ? 2 : 1;
  return (
    <div ref={ref} className="relative min-h-[320px] overflow-hidden" style={{ height }}>
      {size.width > 0 && (
        <>
          <svg className="absolute inset-0" width={size.width} height={height} aria-hidden="true">
            <defs>
              <pattern
                id="waits"
                width="9"
                height="9"
                patternUnits="userSpaceOnUse"
                patternTransform="rotate(45)"
              >
                <line x1="0" y1="0" x2="0" y2="9" stroke="var(--color-ink)" strokeWidth="1.6" />
              </pattern>
            </defs>
            {hours.map((minute, i) => (
              <g key={minute}>
                <line
                  x1={x(minute)}
                  x2={x(minute)}
                  y1={headHeight}
                  y2={height - 22}
                  stroke="var(--color-rule)"
                  strokeOpacity="0.5"
                />
                {i % every === 0 && (
                  <text
                    x={x(minute)}
                    y={22}
                    fontSize="18"
                    fontWeight="600"
                    textAnchor={i === hours.length - 1 ? 'end' : 'middle'}
                    fill="currentColor"
                  >
                    {minuteText(minute)}
                  </text>
                )}
              </g>
            ))}
            {people > 0 && bands.length > people && (
              <line
                x1="0"
                x2={size.width}
                y1={y(people) - 12}
                y2={y(people) - 12}
                stroke="currentColor"
                strokeWidth="2"
              />
            )}
            {bands.map((band, row) =>
              // Out of hours the band is shaded: nobody is in.
              outOf(band, from, to).map(([a, b]) => (
                <rect
                  key={`${band.id}${a}`}
                  x={x(a)}
                  y={y(row)}
                  width={x(b) - x(a)}
                  height={boxOf(row)}
                  fill="var(--color-shelf)"
                />
              )),
            )}
            {bands.flatMap((band, row) =>
              band.pieces
                .filter((p) => p.waits)
                .map((p) => (
                  <g key={`${p.block.id}${band.id}`}>
                    <rect
                      x={x(p.from)}
                      y={y(row)}
                      width={Math.max(3, x(p.to) - x(p.from))}
                      height={boxOf(row)}
                      fill="url(#waits)"
                      stroke="currentColor"
                      strokeWidth="2"
                    />
                  </g>
                )),
            )}
            {bands.flatMap((band, row) =>
              band.person
                ? band.pieces
                    .filter((p) => p.begins && p.block.beginBy != null && dayOf(p.block.beginBy) === day)
                    .map((p) => (
                      <path
                        key={`w${p.block.id}`}
                        d={bracket(
                          x(p.from),
                          Math.max(x(minuteOf(p.block.beginBy!)), x(p.from) + 14),
                          y(row) + boxOf(row) + 2,
                        )}
                        fill="none"
                        stroke="currentColor"
                        strokeWidth="2.5"
                      />
                    ))
                : [],
            )}
          </svg>
          {bands.map((band, row) => (
            <p
              key={band.id}
              className="absolute left-5 flex items-center text-title leading-tight font-semibold"
              style={{ top: y(row), height: boxOf(row), width: nameWidth - 26 }}
            >
              {band.name}
            </p>
          ))}
          {bands.flatMap((band, row) =>
            band.pieces.map((piece) => (
              <Box
                key={`${band.id}/${piece.block.id}/${piece.from}/${piece.waits}`}
                band={band}
                piece={piece}
                left={x(piece.from)}
                width={x(piece.to) - x(piece.from)}
                top={y(row)}
                height={boxOf(row)}
                now={now}
                open={open === piece.block.id}
                onOpen={onOpen}
                onHold={(holds) => setHeld(holds ? plan : null)}
                perPx={(to - from) / wide}
                onDrop={(minute, rows) => {
                  const onto = bands[Math.min(Math.max(row + rows, 0), people - 1)];
                  if (onto) onDrop(piece.block, minute, onto.id);
                }}
              />
            )),
          )}
          <svg
            className="pointer-events-none absolute inset-0"
            width={size.width}
            height={height}
            aria-hidden="true"
          >
            {chainOf(bands, day).map((points) => (
              <path
                key={points.join()}
                d={`M${points.map(([minute, row]) => `${x(minute)} ${y(row) + (row < people ? boxOf(row) / 2 : boxOf(row) - 5)}`).join('L')}`}
                fill="none"
                stroke="var(--color-stop)"
                strokeWidth="4"
                strokeLinejoin="round"
              />
            ))}
            {now !== null && now >= from && now <= to && (
              <g>
                <line
                  x1={x(now)}
                  x2={x(now)}
                  y1={headHeight - 6}
                  y2={height - 22}
                  stroke="currentColor"
                  strokeWidth="3"
                />
                <rect x={x(now) - 36} y={height - 28} width="72" height="26" fill="var(--color-ink)" />
                <text
                  x={x(now)}
                  y={height - 9}
                  fontSize="18"
                  fontWeight="700"
                  textAnchor="middle"
                  fill="var(--color-on-ink)"
                >
                  {timeOf(plan.now)}
                </text>
              </g>
            )}
          </svg>
        </>
      )}
    </div>
  );
}

const bracket = (a: number, b: number, y: number): string => `M${a} ${y}v7H${b}v-7`;

/** The parts of the day in which somebody is not in. */
function outOf(band: Band, from: number, to: number): [number, number][] {
  if (!band.person) return [];
  const out: [number, number][] = [];
  let at = from;
  for (const [a, b] of band.hours) {
    if (a > at) out.push([at, a]);
    at = Math.max(at, b);
  }
  if (at < to) out.push([at, to]);
  return out;
}

interface BoxProps {
  band: Band;
  piece: Piece;
  left: number;
  width: number;
  top: number;
  height: number;
  now: number | null;
  open: boolean;
  perPx: number;
  onOpen: (block: Block) => void;
  /** Taken in hand, or let go of. */
  onHold: (holds: boolean) => void;
  onDrop: (minute: number, rows: number) => void;
}

/** A block: tapped it opens; dragged it is pinned where it is dropped. */
function Box({ band, piece, left, width, top, height, now, open, perPx, onOpen, onHold, onDrop }: BoxProps) {
  const { block, waits } = piece;
  const [moved, setMoved] = useState<{ x: number; y: number } | null>(null);
  const start = useRef<{ x: number; y: number } | null>(null);
  const dropped = useRef(false);
  const movable = band.person && !waits && !block.underWay;
  const here = now !== null && block.underWay;
  const words = waits ? block.wait : block.title;
  const look = waits
    ? 'items-center'
    : here || block.underWay
      ? 'bg-ink text-on-ink border-ink'
      : 'bg-white text-ink border-ink';
  return (
    <button
      type="button"
      // A finger that goes up or down over it scrolls; one that sets out sideways takes it in hand.
      className={`absolute overflow-hidden text-left ${movable ? 'touch-pan-y' : ''} ${waits ? '' : whichOf(block).endsWith('pinned') ? 'border-2 border-l-8' : 'border-2'} ${look} ${open ? 'outline-4 outline-offset-1 outline-decide' : ''} ${moved ? 'z-20 opacity-80' : ''}`}
      style={{
        left: left + (moved?.x ?? 0),
        top: top + (moved?.y ?? 0),
        width: Math.max(waits ? 3 : 6, width - 2),
        height,
      }}
      aria-label={waits ? sayWait(block, band.name) : sayOf(block, band.name)}
      title={`${block.title}, ${block.number}`}
      onPointerDown={(e) => {
        dropped.current = false;
        if (!movable || e.button !== 0) return;
        start.current = { x: e.clientX, y: e.clientY };
        onHold(true);
        e.currentTarget.setPointerCapture(e.pointerId);
      }}
      onPointerMove={(e) => {
        if (!start.current) return;
        const by = { x: e.clientX - start.current.x, y: e.clientY - start.current.y };
        if (!moved && Math.hypot(by.x, by.y) <= draggedFrom) return;
        if (!moved && e.pointerType === 'touch' && Math.abs(by.y) > Math.abs(by.x)) {
          start.current = null;
          onHold(false);
        } else setMoved(by);
      }}
      onPointerUp={(e) => {
        const begun = start.current;
        start.current = null;
        setMoved(null);
        onHold(false);
        if (!begun || !moved) return;
        dropped.current = true;
        const minute = piece.from + (e.clientX - begun.x) * perPx;
        onDrop(
          Math.max(0, Math.round(minute / snap) * snap),
          Math.round((e.clientY - begun.y) / rowHeights[0]),
        );
      }}
      onPointerCancel={() => {
        start.current = null;
        setMoved(null);
        onHold(false);
      }}
      onClick={() => {
        // A drag ends in a click, too.
        if (!dropped.current) onOpen(block);
        dropped.current = false;
      }}
    >
      {width >= fewestPx ? (
        <span
          className={`block px-2 leading-tight whitespace-nowrap ${waits ? 'mx-2 w-fit max-w-[calc(100%-1rem)] overflow-hidden bg-page' : ''}`}
        >
          <b className="text-base">{words}</b>{' '}
          {(!waits || band.name !== block.number) && (
            <span className={`text-base ${height < boxHeights[0] ? 'ml-2' : 'block'}`}>
              {waits ? block.number : whichOf(block)}
            </span>
          )}
        </span>
      ) : (
        width >= narrowestPx && (
          <b className="absolute top-1/2 left-1/2 -translate-1/2 -rotate-90 text-small leading-none">
            {block.number}
          </b>
        )
      )}
    </button>
  );
}
