import { inReaders, writeNumber } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { column, type Drawn, type SceneInput, slotsOf, shownOn } from '../scene';

const minutes = (from: string, to: string): number => (Date.parse(to) - Date.parse(from)) / 60_000;

/** The sealant's clock as a band: when it has to be closed, may be handled, may see oil. */
export function sealant({ sheet, task, step, reader }: SceneInput): Drawn {
  const slots = slotsOf(step).map((s) => s.slot);
  const choosing = task.choices.some((c) => c.step === step.ref.step);
  const placed = column(slots, 28, 58);
  // The choices stand below; what is ticked stands beside the number.
  if (choosing)
    slots
      .filter((slot) => slot.kind === 'tick')
      .forEach((slot, i) => (placed[slot.key] = { at: [224, 92 + i * 76], width: 320 }));
  const clock = step.now.answer?.calculator === 'sealant-clock' ? step.now.answer : undefined;
  const chosen = sheet.sealants?.find(
    (s) => s.id === task.choices.find((c) => c.id === 'sealant' || c.id === 'joint')?.chosen,
  );
  const began = shownOn(task, 'sealant');
  const spread = began && slotsOf(began).find((s) => s.slot.key === 'spread')?.live?.doneAt;
  const marks =
    clock && spread
      ? [
          ['close up by', minutes(spread, clock.closeUpBy)],
          ['handle', minutes(spread, clock.handleAt)],
          ['oil', minutes(spread, clock.cureAt)],
        ]
      : chosen
        ? [
            ['close up by', chosen.product.openMinutes],
            ['handle', chosen.product.handleHours * 60],
            ['oil', chosen.product.cureHours * 60],
          ]
        : [];
  const said = (m: number) =>
    m < 100 ? `${writeNumber(m, 1)} min` : `${writeNumber(m / 60, m < 600 ? 0.5 : 1)} h`;
  const [left, wide, top] = choosing ? [560, 150, 200] : [60, 310, 290];
  const x = (i: number) => left + i * wide;
  return {
    title: chosen ? `${chosen.name}: its clock from the first of the bead` : 'A gasket: no clock runs',
    places: placed,
    choice: { left: 28, bottom: 12, width: 260 },
    drawing: (
      <>
        <Hatches />
        {marks.length === 0 && (
          <g fill="none" stroke="var(--color-line)" strokeWidth="2.5">
            <rect x="640" y="190" width="360" height="60" fill="url(#cut)" />
            <rect
              x="640"
              y="252"
              width="360"
              height="12"
              fill="var(--color-mark)"
              stroke="var(--color-mark)"
            />
            <rect x="640" y="266" width="360" height="96" fill="url(#cut-back)" />
            {[710, 930].map((at) => (
              <g key={at}>
                <path d={`M${at - 12} 178V340M${at + 12} 178V340`} />
                <rect x={at - 24} y="156" width="48" height="22" fill="var(--color-field-deep)" />
              </g>
            ))}
            <Words at={[640, 146]}>part</Words>
            <Words at={[632, 264]} anchor="end" tone="mark" bold>
              gasket
            </Words>
            <Words at={[640, 390]}>engine</Words>
          </g>
        )}
        {marks.length > 0 && (
          <g fill="none" stroke="var(--color-line)" strokeWidth="2">
            <rect x={x(0)} y={top} width={3 * wide} height="56" />
            <rect x={x(0)} y={top} width={wide} height="56" fill="url(#cut)" />
            <rect x={x(1)} y={top} width={wide} height="56" fill="url(#forbidden)" />
            {marks.map(([words, at], i) => (
              <g key={words as string}>
                <path d={`M${x(i + 1)} ${top - 14}V${top + 70}`} strokeWidth="5" />
                <Words at={[x(i + 1), top + 98]} anchor="end" size={20} bold>
                  {words as string}
                </Words>
                <Words at={[x(i + 1), top + 124]} anchor="end" size={20} tone={i === 0 ? 'mark' : 'line'}>
                  {said(at as number)}
                </Words>
              </g>
            ))}
            <Words at={[x(0) + 8, top - 10]}>{spread ? 'bead begun' : 'bead'}</Words>
            <Words at={[x(0), top + 170]}>
              {clock && spread
                ? 'at the temperature of this joint'
                : inReaders('at 23 °C, by the maker’s sheet; not to an even scale', reader)}
            </Words>
          </g>
        )}
      </>
    ),
  };
}
