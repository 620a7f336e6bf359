import { CrankRear } from './CrankRear';
import { writeMm } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { ScaleBar } from '../kit/ScaleBar';
import { Words } from '../kit/Words';
import { rows, type Drawn, type SceneInput, slotsOf, shownOn } from '../scene';

/** The shims that were picked, thick to thin, their thickness magnified; and the next best. */
export function shims({ task, step, reader }: SceneInput): Drawn {
  const slots = slotsOf(step).map((s) => s.slot);
  // The trial fits what was picked before.
  const answer = step.now.answer ?? shownOn(task, 'shims')?.now.answer;
  const found = answer?.calculator === 'shim-stack' ? answer : undefined;
  const best = found?.picks[0];
  const perMm = best
    ? 260 /
      Math.max(
        best.shims.reduce((a, b) => a + b, 0),
        0.2,
      )
    : 400;
  let y = 380;
  return {
    title: best
      ? 'The shims, their thickness magnified'
      : 'The crank’s rear end from the side, front at the left',
    places: slots.some((s) => s.key === 'stack')
      ? {
          // The stacks take three lines.
          stack: { at: [28, 176], width: 350 },
          fitted: { at: [28, 296], width: 350 },
          torqued: { at: [28, 376], width: 350 },
        }
      : rows(slots, 28, 92, 78),
    ...(found && {
      twin: found.picks.map(
        (p, i) =>
          [
            `Pick ${i + 1}: ${p.shims.join(' + ') || 'none'} mm`,
            `leaves ${writeMm(p.endPlayMm, reader, 0.001)}`,
          ] as const,
      ),
    }),
    drawing: (
      <>
        <Hatches />
        {!best && <CrankRear at={[760, 262]} radius={120} />}
        {best && (
          <>
            <g fill="none" stroke="var(--color-line)" strokeWidth="2">
              <path d={`M470 ${y + 2}h240`} strokeWidth="5" />
              {best.shims.map((t, i) => {
                const h = t * perMm;
                y -= h;
                return (
                  <g key={i}>
                    <rect x="490" y={y} width="80" height={h - 2} fill="url(#cut)" />
                    <rect x="610" y={y} width="80" height={h - 2} fill="url(#cut)" />
                    <path
                      d={`M570 ${y}h40M570 ${y + h - 2}h40`}
                      stroke="var(--color-structure)"
                      strokeWidth="1"
                    />
                    <Words at={[478, y + h / 2 + 6]} anchor="end" size={20} bold>
                      {writeMm(t, reader, 0.001)}
                    </Words>
                  </g>
                );
              })}
            </g>
            <Words at={[490, y - 16]} size={22} bold tone="mark">
              {`leaves ${writeMm(best.endPlayMm, reader, 0.001)}`}
            </Words>
            <ScaleBar at={[470, 430]} px={0.1 * perMm} words={`${writeMm(0.1, reader)} of shim`} />
            <Words at={[770, 96]} bold>
              next best:
            </Words>
            {found.picks.slice(1).map((p, i) => (
              <g key={i}>
                <Words at={[770, 130 + i * 62]}>
                  {p.shims.map((t) => writeMm(t, reader, 0.001).split(' ')[0]).join(' + ') || 'none'}
                </Words>
                <Words at={[770, 156 + i * 62]} size={20}>
                  {`leaves ${writeMm(p.endPlayMm, reader, 0.001)}`}
                </Words>
              </g>
            ))}
          </>
        )}
      </>
    ),
  };
}
