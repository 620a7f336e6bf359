import { writeSentence } from '../../entry/wording';
import { Words } from '../kit/Words';
import { Hatches } from '../kit/Hatches';
import { scaled, type Drawn, type SceneInput } from '../scene';
import { Hub } from './Hub';
import { Nose } from './Nose';

const outcomes = {
  reuse: 'Use it again',
  're-mark': 'Re-mark it',
  sleeve: 'Sleeve it',
  replace: 'Replace it',
} as const;

/** The decision tree as it was gone through: the branch taken is drawn bold, the others thin. */
export function tree({ sheet, step, reader }: SceneInput): Drawn {
  const found = step.now.answer?.calculator === 'balancer-verdict' ? step.now.answer : undefined;
  const s = scaled([780, 282], 2.3);
  const pitch = 62;
  const branches = found?.branches ?? [];
  const top = 76;
  const first = branches.findIndex((b) => b.fault && b.leadsTo === found!.outcome);
  const end = first === -1 ? branches.length : first;
  return {
    title: 'What becomes of it: one question after another',
    places: {},
    ...(found && {
      twin: [
        ...branches.map(
          (b) => [b.ask, `${b.fault ? 'no' : 'yes'}: ${writeSentence(b.found, reader)}`] as const,
        ),
        ['So', outcomes[found.outcome]] as const,
      ],
    }),
    drawing: (
      <>
        {branches.map((b, i) => {
          const y = top + i * pitch;
          const onPath = i <= end;
          const taken = i === end;
          return (
            <g key={b.ask} fill="none">
              <rect
                x={40}
                y={y}
                width={330}
                height={44}
                stroke={onPath ? 'var(--color-line)' : 'var(--color-structure)'}
                strokeWidth={onPath ? 3 : 1.5}
              />
              <Words at={[54, y + 29]} size={20} bold={onPath}>
                {b.ask}
              </Words>
              <path
                d={`M205 ${y + 44}v${pitch - 44}`}
                stroke={i < end ? 'var(--color-mark)' : 'var(--color-structure)'}
                strokeWidth={i < end ? 5 : 1.5}
              />
              {i < end && (
                <Words at={[216, y + 59]} tone="mark" bold>
                  yes
                </Words>
              )}
              <Words at={[386, y + 29]} bold={onPath}>
                {writeSentence(b.found, reader)}
              </Words>
              <path
                d={`M660 ${y + 22}H758m-12 -8l12 8l-12 8`}
                stroke={taken ? 'var(--color-mark)' : 'var(--color-structure)'}
                strokeWidth={taken ? 5 : 1.5}
              />
              <Words at={[664, y + 16]} tone={taken ? 'mark' : 'line'} bold={taken}>
                {b.fault ? 'no' : 'if not'}
              </Words>
              <rect
                x={762}
                y={y}
                width={250}
                height={44}
                stroke={taken ? 'var(--color-mark)' : 'var(--color-structure)'}
                strokeWidth={taken ? 5 : 1.5}
              />
              <Words at={[778, y + 29]} size={20} bold={taken} tone={taken ? 'mark' : 'line'}>
                {outcomes[b.leadsTo]}
              </Words>
            </g>
          );
        })}
        {found && (
          <g fill="none">
            <rect
              x={40}
              y={top + branches.length * pitch}
              width={330}
              height={44}
              stroke={first === -1 ? 'var(--color-mark)' : 'var(--color-structure)'}
              strokeWidth={first === -1 ? 5 : 1.5}
            />
            <Words
              at={[54, top + branches.length * pitch + 29]}
              size={20}
              bold={first === -1}
              tone={first === -1 ? 'mark' : 'line'}
            >
              {outcomes.reuse}
            </Words>
          </g>
        )}
        {!found && (
          <>
            <Hatches />
            <Words at={[60, 120]} size={22}>
              {step.blockedBy ?? 'Look at and measure everything first.'}
            </Words>
            <Nose sheet={sheet} s={s} />
            <Hub sheet={sheet} s={s} front={-sheet.balancer!.hub.lengthMm - 22} />
          </>
        )}
      </>
    ),
  };
}
