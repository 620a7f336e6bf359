import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { EngineSheet } from '../src/api/types';

/** A sheet as the server sends it: its flange's bolts are worked out there. */
export function sheetFrom(file: string): EngineSheet {
  const [demo, own] = ['demo', 'tests'].map((at) => join(import.meta.dirname, `../../${at}/sheets`, file));
  const sheet = JSON.parse(readFileSync(existsSync(demo!) ? demo! : own!, 'utf8')) as EngineSheet;
  const { rear } = sheet;
  if (!rear) return sheet;
  const places = Array.from({ length: rear.flange.bolts }, (_, i) => ({
    id: `${i + 1}`,
    xMm: -(rear.flange.boltCircleMm / 2) * Math.sin((2 * Math.PI * i) / rear.flange.bolts),
    yMm: (rear.flange.boltCircleMm / 2) * Math.cos((2 * Math.PI * i) / rear.flange.bolts),
    group: 'flange',
  }));
  const plate = { outerMm: rear.seal.shaftMm + 12, holeDiameterMm: rear.flange.majorMm + 0.5 };
  return {
    ...sheet,
    rear: { ...rear, plate: plate as typeof rear.plate, flange: { ...rear.flange, places } },
  };
}
