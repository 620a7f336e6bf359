import { Outbox, type Waiting } from '../../api/outbox';
import { queries } from '../../api/queries';
import type { EngineSheet, SheetRef, WorkAnswer } from '../../api/types';
import { worked, type Known } from './known';
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
  const known = queries.getQueryData<Known>(['build', build]);
  if (known) {
    const { now, behind } = worked(known, answer);
    queries.setQueryData<Known>(['build', build], now);
    // A task that was just begun may stand on a newer sheet than any that is here.
    if (behind || now.tasks.some((t) => !sheetOf(now.sheets, t.sheet)))
      void queries.invalidateQueries({ queryKey: ['build', build] });
  }
  for (const key of [['record', build], ['today']]) void queries.invalidateQueries({ queryKey: key });
  answered(build, answer, sent);
}
