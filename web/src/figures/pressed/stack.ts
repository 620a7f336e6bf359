import type { EngineSheet, StepState, TaskState } from '../../api/types';
import { pressedOf } from './pressedOf';

export interface Piece {
  id: string;
  name?: string | null;
  outerMm?: number | null;
  innerMm?: number | null;
  lengthMm?: number | null;
}

/** What the sheet adds to what the core was asked: how wide the body is, how long the part, what stands inside it. */
export interface Stacked {
  outerMm: number;
  lengthMm: number;
  inside?: { diameterMm: number; lengthMm: number };
}

export function stacked(sheet: EngineSheet, task: TaskState, step: StepState): Stacked | undefined {
  const { rockers } = sheet;
  if (step.figure !== 'pressed-stack' && rockers) {
    const kit =
      rockers.kits.find((k) => k.id === task.choices.find((c) => c.id === 'kit')?.chosen) ?? rockers.kits[0]!;
    return {
      outerMm: rockers.body.outerMm,
      lengthMm: kit.lengthMm,
      ...(step.figure === 'stack-in' && { inside: rockers.trunnion }),
    };
  }
  const part = pressedOf(sheet, task);
  return part && { outerMm: part.outer.outerDiameterMm, lengthMm: part.inner.lengthMm };
}
