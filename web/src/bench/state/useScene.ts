import { useMemo } from 'react';
import type { StepState } from '../../api/types';
import type { Reader } from '../../entry/wording';
import { sceneOf } from '../../figures';
import { slotsOf, type Scene, type SceneInput } from '../../figures/scene';
import { written } from '../boxes/written';

/** What is read at a step, where its figure tells nothing of its own. */
const readAt = (step: StepState, reader: Reader): Scene['twin'] =>
  slotsOf(step).flatMap(({ slot, live }) =>
    live ? [[slot.label, written(slot, live, reader)] as const] : [],
  );

/** The figure of a step; drawn anew only when something of it is. */
export const useScene = ({ sheet, task, step, reader, open, live, sight, needle }: SceneInput): Scene =>
  useMemo(() => {
    const drawn = sceneOf({ sheet, task, step, reader, open, live, sight, needle });
    return { ...drawn, twin: drawn.twin ?? readAt(step, reader) };
  }, [sheet, task, step, reader, open, live, sight, needle]);
