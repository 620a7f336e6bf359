import type { TaskRef } from '../api/types';

/** Where a task stands on the bench; of a task that goes over several places, the item that was tapped. */
export const addressOf = (build: string, task: TaskRef, place = task.place): string =>
  `/builds/${build}/${task.kind}/${task.place}${place === task.place ? '' : `?at=${encodeURIComponent(place)}`}`;
