import { Outbox, type Waiting } from '../../api/outbox';
import { queries } from '../../api/queries';
import type { BuildView, EngineSheet, SheetRef, WorkAnswer } from '../../api/types';
import { answered, handedBack } from './typed';

const outboxes = new Map<string, Outbox>();

/** The sheet version that is named; undefined while it is on its way. */
export const sheetOf = (sheets: readonly EngineSheet[], ref: SheetRef): EngineSheet | undefined =>
  sheets.find((s) => s.id === ref.id && s.version === ref.version);

/** One outbox for each build, however many parts of the screen look at it, and whichever is there when it is answered. */
export function outboxOf(build: string): Outbox {
  const known =
    outboxes.get(build) ??
    new Outbox(
      build,
      (answer, sent) => took(build, answer, sent),
      (sent, problem) => handedBack(build, sent, problem),
    );
  outboxes.set(build, known);
  return known;
}

function took(build: string, answer: WorkAnswer, sent: readonly Waiting[]): void {
  queries.setQueryData<BuildView>(['build', build], (old) => old && { ...old, state: answer.state });
  // A task that was just begun may stand on a newer sheet than any that is here.
  const here = queries.getQueryData<BuildView>(['build', build])?.sheets ?? [];
  if (answer.state.tasks.some((t) => !sheetOf(here, t.sheet)))
    void queries.invalidateQueries({ queryKey: ['build', build] });
  void queries.invalidateQueries({ queryKey: ['builds'] });
  answered(build, answer, sent);
}
