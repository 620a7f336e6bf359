import { writeMm } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { LimitScale } from '../kit/LimitScale';
import { ScaleBar } from '../kit/ScaleBar';
import { Words } from '../kit/Words';
import { type Drawn, type SceneInput, slotsOf } from '../scene';

/** The sump rail from the end: the block's face, the cover's face, and the step between them at both sides. */
export function rail({ step, task, reader }: SceneInput): Drawn {
  const at = { left: 170, right: 700 };
  const read = (key: string) => slotsOf(step).find((s) => s.slot.key === key)?.live?.value ?? undefined;
  const perMm = 300;
  const check = step.now.call?.checks ?? [];
  const stands = (side: '9' | '3') =>
    check.some((c) => c.name === `rail, ${side} side` && c.verdict !== 'go');
  const side = (key: 'left' | 'right', x: number) => {
    const step_ = read(key) ?? 0;
    const drop = Math.max(-40, Math.min(40, step_ * perMm));
    return (
      <g key={key} fill="none" stroke="var(--color-line)" strokeWidth="2.5">
        <path d={`M${x - 90} 190V300H${x + 30}V190z`} fill="url(#cut)" />
        <path
          d={`M${x + 34} 190V${300 + drop}H${x + 130}V190z`}
          fill="url(#cut-back)"
          stroke={stands(key === 'left' ? '9' : '3') ? 'var(--color-mark)' : 'var(--color-line)'}
        />
        <Words at={[x - 40, 372]} anchor="middle">
          block
        </Words>
        <Words at={[x + 82, 372]} anchor="middle">
          {task.view === 'rear' ? 'housing' : 'cover'}
        </Words>
        <path
          d={`M${x - 100} 300H${x + 150}`}
          stroke="var(--color-structure)"
          strokeDasharray="6 5"
          strokeWidth="1.5"
        />
      </g>
    );
  };
  return {
    title: 'The sump rail at both sides, seen along the crank: straight edge and feeler',
    places: {
      left: { at: [at.left, 96], to: [at.left + 34, 300] },
      right: { at: [at.right, 96], to: [at.right + 34, 300] },
    },
    drawing: (
      <>
        <Hatches />
        {side('left', at.left)}
        {side('right', at.right)}
        <ScaleBar at={[24, 478]} px={0.1 * perMm} words={`${writeMm(0.1, reader)}, the step only`} />
        {check.length > 0 && <LimitScale at={[380, 400]} width={240} checks={check} reader={reader} />}
      </>
    ),
  };
}
