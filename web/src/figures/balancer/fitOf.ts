import { shownOn } from '../scene';
import type { InterferenceFitAnswer, TaskState } from '../../api/types';

/** The fit as it was judged, if it has been. */
export const fitOf = (task: TaskState): InterferenceFitAnswer | undefined => {
  const answer = shownOn(task, 'fit')?.now.answer;
  return answer?.calculator === 'interference-fit' ? answer : undefined;
};
