import { useMemo } from 'react';
import { sceneOf } from '../../figures';
import type { Scene, SceneInput } from '../../figures/scene';

/** The figure of a step; drawn anew only when something of it is. */
export const useScene = ({ sheet, task, step, reader, open, live, sight, needle }: SceneInput): Scene =>
  useMemo(
    () => sceneOf({ sheet, task, step, reader, open, live, sight, needle }),
    [sheet, task, step, reader, open, live, sight, needle],
  );
