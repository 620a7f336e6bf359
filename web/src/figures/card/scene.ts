import type { ReactNode } from 'react';
import type { EngineSheet } from '../../api/types';
import type { Reader } from '../../entry/wording';

/** A part on a job card is drawn in this space. */
export const card = { width: 420, height: 470 } as const;

/** What a part on a job card is drawn from: a sheet that is whole for drawing, and the value that is asked for now. */
export interface CardInput {
  sheet: EngineSheet;
  /** The path of the value that is open. */
  open: string | undefined;
  reader: Reader;
  /** Whether handles lie on its bolts, with their numbers. */
  handled?: boolean;
}

export interface CardScene {
  title: string;
  drawing: ReactNode;
}
