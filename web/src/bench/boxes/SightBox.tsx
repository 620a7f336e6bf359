import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { EngineSheet } from '../../api/types';
import { useKeyboard } from '../../ui/useKeyboard';
import type { BoxProps } from '../state/work';
import { bearingOf, type Sight } from '../../figures/cam/bearing';
import { Eye, eyeScale, MetalHatch } from '../../figures/cam/Eye';

export const stepMm = 0.2;
export const fineMm = 0.05;

interface Props extends BoxProps {
  sheet: EngineSheet;
  item: string;
  sight: Sight;
}

/** The metal across a passage, moved until it looks as it does down there: dragged, or by arrow keys. */
export function SightBox({ box, doing, sheet, item, sight }: Props) {
  // Where it stands alone it draws itself what it lies over in the figure.
  const { slot, open, keypad: drawn } = box;
  const { key: passage, label } = slot.slot;
  const disabled = box.disabled || box.waiting !== undefined;
  const own = useKeyboard<HTMLButtonElement>(box.called);
  const onMove = (seen: Sight) => doing.move(passage, seen);
  const bearing = bearingOf(sheet, item);
  const grip = useRef<{ x: number; y: number; from: Sight } | null>(null);
  if (!bearing) return null;
  const scale = eyeScale(bearing);
  const move = (by: Partial<Pick<Sight, 'aroundMm' | 'alongMm'>>) =>
    onMove({
      kind: 'seen',
      aroundMm: sight.aroundMm + (by.aroundMm ?? 0),
      alongMm: sight.alongMm + (by.alongMm ?? 0),
    });
  const onKeyDown = (event: KeyboardEvent) => {
    const by = event.shiftKey ? fineMm : stepMm;
    // Front is up, and clockwise from the front is to the left.
    const ways: Record<string, Partial<Pick<Sight, 'aroundMm' | 'alongMm'>>> = {
      ArrowUp: { alongMm: -by },
      ArrowDown: { alongMm: by },
      ArrowLeft: { aroundMm: by },
      ArrowRight: { aroundMm: -by },
    };
    const way = ways[event.key];
    if (way) {
      event.preventDefault();
      move(way);
    } else if (event.key === 'Enter') {
      event.preventDefault();
      if (event.shiftKey) doing.back(passage);
      else if (open) doing.takeSight(passage, sight);
    }
  };
  const onPointerMove = (event: PointerEvent) => {
    const held = grip.current;
    if (!held) return;
    const zoom = event.currentTarget.getBoundingClientRect().width / 192;
    onMove({
      kind: 'seen',
      aroundMm: held.from.aroundMm - (event.clientX - held.x) / zoom / scale,
      alongMm: held.from.alongMm + (event.clientY - held.y) / zoom / scale,
    });
  };
  const words = (s: Sight) =>
    s.kind === 'shut'
      ? 'shut'
      : `metal ${Math.abs(s.aroundMm).toFixed(2)} mm ${s.aroundMm >= 0 ? 'left, clockwise' : 'right, anticlockwise'}, ${Math.abs(s.alongMm).toFixed(2)} mm ${s.alongMm >= 0 ? 'to the rear' : 'to the front'}`;
  return (
    <button
      type="button"
      ref={own}
      data-slot={passage}
      disabled={disabled}
      aria-label={`${label}: ${words(sight)}. Arrow keys move it, Enter takes it.`}
      className={`block touch-none ${drawn ? 'w-full bg-field-deep' : 'h-[160px] w-[192px] bg-transparent'}`}
      onFocus={() => doing.open(passage)}
      onKeyDown={onKeyDown}
      onPointerDown={(event) => {
        if (disabled) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        grip.current = { x: event.clientX, y: event.clientY, from: sight };
      }}
      onPointerMove={onPointerMove}
      onPointerUp={() => (grip.current = null)}
    >
      {drawn && <EyePicture sheet={sheet} item={item} passage={passage} sight={sight} />}
    </button>
  );
}

/** A passage as the eye sees it, by itself. */
export function EyePicture({
  sheet,
  item,
  passage,
  sight,
}: {
  sheet: EngineSheet;
  item: string;
  passage: string;
  sight: Sight;
}) {
  const bearing = bearingOf(sheet, item);
  const at = bearing?.passages.find((p) => p.id === passage);
  const hole = bearing?.holes.find((h) => h.feeds === passage);
  if (!bearing || !at || !hole) return null;
  return (
    <svg viewBox="0 0 192 180" className="mx-auto block h-[190px]" aria-hidden="true">
      <MetalHatch />
      <text x="96" y="16" textAnchor="middle" fontSize="15" fill="var(--color-line)">
        front
      </text>
      <Eye
        id="box"
        at={[96, 100]}
        passage={at.shape}
        hole={hole.shape}
        sight={sight}
        scale={eyeScale(bearing)}
      />
    </svg>
  );
}
