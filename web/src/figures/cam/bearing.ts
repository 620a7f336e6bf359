import type { EngineSheet, ReadingState } from '../../api/types';
import type { Point } from '../scene';

export type Cam = NonNullable<EngineSheet['cam']>;

export type Bearing = Cam['bearings'][number];

export type Shape = Bearing['passages'][number]['shape'];

export type Sight = NonNullable<ReadingState['sight']>;

/** A bearing's value in a sheet: the tunnel it is of, and which one it is. */
export function bearingAt(path: string): { tunnel: 'cam' | 'auxiliary'; n: number } | null {
  const found = /^(cam|auxiliary)\/bearings\/(\d+)\//.exec(path);
  return found && { tunnel: found[1] as 'cam' | 'auxiliary', n: Number(found[2]) };
}

/** The sheet as a task sees it: one on an auxiliary shaft finds that tunnel in the cam's place. */
export const seenBy = (kind: string, sheet: EngineSheet): EngineSheet =>
  kind === 'auxiliary-bushes'
    ? {
        ...sheet,
        cam: sheet.auxiliary ?? null,
        // The lobes are the cam's own.
        layout: { ...sheet.layout, camBearings: [], lobes: [] },
      }
    : sheet;

/** What the shaft of a tunnel is called, and a bearing of it before its number. */
export const wordsOf = (cam: Cam): { shaft: string; bearing: string } =>
  cam.shaft === 'auxiliary' ? { shaft: 'shaft', bearing: 'bush' } : { shaft: 'cam', bearing: 'bearing' };

export const bearingOf = (sheet: EngineSheet, item: string): Bearing | undefined =>
  sheet.cam?.bearings.find((b) => b.id === item) ?? sheet.cam?.bearings[0];

/** The smaller of a passage's sizes, mm: how far a wire that catches may be out. */
export function passageSize(sheet: EngineSheet, item: string, id: string): number {
  const shape = bearingOf(sheet, item)?.passages.find((p) => p.id === id)?.shape;
  return shape ? (shape.diameterMm ?? shape.widthMm ?? 0) : 0;
}

/** Half of what a shape takes around and along, mm. */
export const half = (shape: Shape): [around: number, along: number] =>
  shape.kind === 'circle'
    ? [shape.diameterMm! / 2, shape.diameterMm! / 2]
    : shape.kind === 'groove'
      ? [200, shape.widthMm! / 2]
      : shape.axis === 'around'
        ? [shape.lengthMm! / 2, shape.widthMm! / 2]
        : [shape.widthMm! / 2, shape.lengthMm! / 2];

/** A hole's outline about a point, its round ends round. */
export const outline = (shape: Shape, [x, y]: Point, scale: number): string => {
  const [a, b] = half(shape);
  const [w, h] = [a * scale, b * scale];
  const r = shape.kind === 'groove' ? 0 : Math.min(w, h);
  return `M${x - w + r} ${y - h}H${x + w - r}A${r} ${r} 0 0 1 ${x + w} ${y - h + r}V${y + h - r}A${r} ${r} 0 0 1 ${x + w - r} ${y + h}H${x - w + r}A${r} ${r} 0 0 1 ${x - w} ${y + h - r}V${y - h + r}A${r} ${r} 0 0 1 ${x - w + r} ${y - h}z`;
};
