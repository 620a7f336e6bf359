import type { PlaceState } from '../../api/types';
import { wordOf } from '../call/CallMark';

/** About how wide a label stands, in px: its shape and its words at the strip's size. */
export const labelWidth = (text: string): number => 22 + text.length * 8.6;

export interface Label {
  fromMm: number;
  standing: PlaceState['standing'];
  ids: string[];
  text: string;
  /** Without the word for how it stands, for where there is no room; the shape says it still. */
  short: string;
}

/** Whether all of them have room beside one another, in as few words as they can. */
export const haveRoom = (labels: readonly Label[], width: number): boolean =>
  labels.reduce((sum, l) => sum + labelWidth(l.short) + 12, -12) <= width;

/** Labels stand under their place, or as near as their neighbours let them. */
export function laidOut(
  labels: readonly Label[],
  x: (mm: number) => number,
  width: number,
): (Label & { x: number })[] {
  const placed: (Label & { x: number })[] = [];
  const room = labels.reduce((sum, l) => sum + labelWidth(l.text) + 12, -12);
  for (const whole of labels) {
    const label = room > width ? { ...whole, text: whole.short } : whole;
    const before = placed[placed.length - 1];
    placed.push({
      ...label,
      x: Math.max(x(label.fromMm), before ? before.x + labelWidth(before.text) + 12 : 0),
    });
  }
  let right = width;
  for (const label of placed.toReversed()) {
    label.x = Math.max(0, Math.min(label.x, right - labelWidth(label.text)));
    right = label.x - 12;
  }
  return placed;
}

/** Neighbouring bearings that stand the same share one label. */
export function grouped(places: readonly PlaceState[]): Label[] {
  const labels: Label[] = [];
  for (const place of places) {
    const open = labels[labels.length - 1];
    const word = place.standing === 'done' ? '' : ` ${wordOf(place.standing).toLowerCase()}`;
    if (place.id.startsWith('cam-') && open?.ids[0]?.startsWith('cam-') && open.standing === place.standing) {
      open.ids.push(place.id);
      open.short = `Bearings ${open.ids[0].slice(4)} to ${place.id.slice(4)}`;
      open.text = `${open.short}${word}`;
    } else {
      labels.push({
        fromMm: place.fromMm,
        standing: place.standing,
        ids: [place.id],
        text: `${place.label}${word}`,
        short: place.label,
      });
    }
  }
  return labels;
}
