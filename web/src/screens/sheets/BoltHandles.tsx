import { useRef } from 'react';
import { useReader } from '../../entry/reader';
import { housingFrame } from '../../figures/card/housing';
import { card } from '../../figures/card/scene';
import type { EngineSheet } from '../../api/types';
import { onDrawing } from './onDrawing';

interface Props {
  housing: NonNullable<EngineSheet['cover']>;
  /** The path of the part. */
  at: string;
  onPlace: (bolt: number, xMm: number, yMm: number) => void;
  onOpen: (path: string) => void;
}

const stepMm = 0.5;
const toStep = (mm: number): number => Math.round(mm / stepMm) * stepMm;

/** The bolts of a cover as handles on its drawing: dragged, or moved by the arrow keys, half a millimetre at a time. */
export function BoltHandles({ housing, at, onPlace, onOpen }: Props) {
  const drawing = useRef<SVGSVGElement>(null);
  // Keys come quicker than the drawing is made anew.
  const going = useRef(new Map<number, readonly [number, number]>());
  const { view } = useReader();
  const { centre, scale } = housingFrame(housing);
  // From the rear, what is right of the crank is left of it.
  const side = view === 'rear' ? -1 : 1;
  const placed = (clientX: number, clientY: number): [number, number] => {
    const [x, y] = onDrawing(drawing.current!, clientX, clientY);
    return [toStep((side * (x - centre[0])) / scale), toStep((centre[1] - y) / scale)];
  };
  return (
    <svg
      ref={drawing}
      viewBox={`0 0 ${card.width} ${card.height}`}
      className="absolute inset-0 h-full w-full touch-none"
    >
      {housing.bolts.map((bolt, i) => {
        const [x, y] = [centre[0] + side * bolt.xMm * scale, centre[1] - bolt.yMm * scale];
        return (
          <g
            key={bolt.id}
            role="button"
            tabIndex={0}
            aria-label={`Bolt ${bolt.id}: ${bolt.xMm} mm right of the crank, ${bolt.yMm} mm above it; arrow keys move it`}
            className="cursor-grab focus:outline-none [&:focus>circle]:stroke-white"
            onFocus={() => {
              going.current.clear();
              onOpen(`${at}/bolt${i + 1}/xMm`);
            }}
            onKeyDown={(e) => {
              const by = {
                ArrowRight: [side, 0],
                ArrowLeft: [-side, 0],
                ArrowUp: [0, 1],
                ArrowDown: [0, -1],
              }[e.key];
              if (!by) return;
              e.preventDefault();
              const far = e.shiftKey ? 10 : 1;
              const [fromX, fromY] = going.current.get(i) ?? [bolt.xMm, bolt.yMm];
              const to = [
                toStep(fromX) + by[0]! * stepMm * far,
                toStep(fromY) + by[1]! * stepMm * far,
              ] as const;
              going.current.set(i, to);
              onPlace(i + 1, ...to);
            }}
            onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
            onPointerMove={(e) => {
              if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
              const to = placed(e.clientX, e.clientY);
              if (to[0] !== bolt.xMm || to[1] !== bolt.yMm) onPlace(i + 1, ...to);
            }}
          >
            <circle
              cx={x}
              cy={y}
              r="12"
              fill="var(--color-mark)"
              stroke="var(--color-field)"
              strokeWidth="4"
            />
            <text
              x={x}
              y={y + 5}
              textAnchor="middle"
              fontSize="15"
              fontWeight="700"
              fill="var(--color-field-deep)"
            >
              {bolt.id}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
