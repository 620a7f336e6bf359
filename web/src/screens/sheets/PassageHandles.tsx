import { useRef } from 'react';
import type { EngineSheet, TypedValue } from '../../api/types';
import { clockText } from '../../entry/wording';
import { bearingFront } from '../../figures/card/bearing';
import { card } from '../../figures/card/scene';
import { onDrawing } from './onDrawing';

interface Props {
  bearing: NonNullable<EngineSheet['cam']>['bearings'][number];
  /** The path of the bearing. */
  at: string;
  onPlace: (path: TypedValue['path'], degrees: string) => void;
  onOpen: (path: string) => void;
}

const groups = ['oil', 'oil2', 'oil3'];
const step = (deg: number): number => ((Math.round(deg) % 360) + 360) % 360;

/** The oil passages of a bearing as handles on its drawing: dragged round, or turned by the arrow keys, a degree at a time. */
export function PassageHandles({ bearing, at, onPlace, onOpen }: Props) {
  const drawing = useRef<SVGSVGElement>(null);
  // Keys come quicker than the drawing is made anew.
  const going = useRef(new Map<string, number>());
  const { centre, radius } = bearingFront;
  const reach = radius + 34;
  const angleOf = (x: number, y: number): number => {
    const [atX, atY] = onDrawing(drawing.current!, x, y);
    return step((Math.atan2(atX - centre[0], centre[1] - atY) * 180) / Math.PI);
  };
  return (
    <svg
      ref={drawing}
      viewBox={`0 0 ${card.width} ${card.height}`}
      className="absolute inset-0 h-full w-full touch-none"
    >
      {bearing.passages.map((passage, i) => {
        const path = `${at}/${groups[i]}/angleDeg`;
        const deg = step(passage.angleDeg);
        const turned = (deg * Math.PI) / 180;
        const [x, y] = [centre[0] + reach * Math.sin(turned), centre[1] - reach * Math.cos(turned)];
        return (
          <g
            key={passage.id}
            role="slider"
            tabIndex={0}
            aria-label={`Oil hole ${i + 1}, round the bearing`}
            aria-valuemin={0}
            aria-valuemax={359}
            aria-valuenow={deg}
            aria-valuetext={`${deg} degrees, ${clockText(deg)}`}
            className="cursor-grab focus:outline-none [&:focus>circle]:stroke-white"
            onFocus={() => {
              going.current.clear();
              onOpen(path);
            }}
            onKeyDown={(e) => {
              const by = {
                ArrowRight: 1,
                ArrowUp: 1,
                ArrowLeft: -1,
                ArrowDown: -1,
                PageUp: 15,
                PageDown: -15,
              }[e.key];
              if (by === undefined) return;
              e.preventDefault();
              const to = step((going.current.get(path) ?? deg) + by);
              going.current.set(path, to);
              onPlace(path, `${to}`);
            }}
            onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
            onPointerMove={(e) => {
              if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
              const to = angleOf(e.clientX, e.clientY);
              if (to !== deg) onPlace(path, `${to}`);
            }}
          >
            <circle
              cx={x}
              cy={y}
              r="13"
              fill="var(--color-mark)"
              stroke="var(--color-field)"
              strokeWidth="4"
            />
            <text
              x={x}
              y={y + 6}
              textAnchor="middle"
              fontSize="17"
              fontWeight="700"
              fill="var(--color-field-deep)"
            >
              {i + 1}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
