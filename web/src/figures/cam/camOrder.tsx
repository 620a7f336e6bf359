import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { inReaders } from '../../entry/wording';
import type { Drawn, SceneInput } from '../scene';
import { nameOf, numberOf, titleOf, tunnel } from './tunnel';

/** Words broken into lines of about so many letters. */
const lines = (text: string, letters: number): string[] =>
  text.split(' ').reduce<string[]>((all, word) => {
    const last = all[all.length - 1];
    return last !== undefined && last.length + word.length < letters
      ? [...all.slice(0, -1), `${last} ${word}`.trim()]
      : [...all, word];
  }, []);

/** In which order the shells go in, from which end, as arrows on the tunnel. */
export function camOrder({ sheet, step, reader }: SceneInput): Drawn {
  const cam = sheet.cam!;
  const answer = step.now.answer?.calculator === 'drive-order' ? step.now.answer : undefined;
  const z = tunnel(cam, 380, 1010);
  const tall = 30;
  const y0 = 86;
  return {
    title: 'The order, front at the left: each arrow goes in to its own bore',
    places: { tool: { at: [24, 110], width: 290 } },
    choice: { left: 24, bottom: 12, width: 230 },
    ...(answer && {
      twin: [
        ...answer.order.map(
          (o, i) => [`${i + 1}: ${nameOf(cam, o.id)}`, `from the ${o.from}: ${o.because}`] as const,
        ),
        ...answer.impossible.map((o) => [`${titleOf(cam, o.id)}, not possible`, o.because] as const),
      ],
    }),
    drawing: (
      <>
        <Hatches />
        {cam.bearings.map((b) => (
          <g key={b.id} fill="none" stroke="var(--color-line)" strokeWidth="2">
            <rect
              x={z(b.zMm)}
              y={y0 - 26}
              width={Math.max(8, z(b.zMm + b.widthMm) - z(b.zMm))}
              height="360"
              stroke="var(--color-structure)"
            />
            <Words at={[z(b.zMm + b.widthMm / 2), y0 - 34]} anchor="middle" bold>
              {numberOf(cam, b.id)}
            </Words>
          </g>
        ))}
        {answer?.order.map((o, i) => {
          const b = cam.bearings.find((x) => x.id === o.id)!;
          const y = y0 + i * tall;
          const tip = z(b.zMm + b.widthMm / 2);
          const tail = o.from === 'front' ? 372 : 1030;
          const back = o.from === 'front' ? -12 : 12;
          return (
            <g key={o.id} fill="none" stroke="var(--color-mark)" strokeWidth="3">
              <path d={`M${tail} ${y}H${tip}m${back} -8l${-back} 8l${back} 8`} />
              <Words
                at={[tail + (o.from === 'front' ? -8 : 8), y + 6]}
                anchor={o.from === 'front' ? 'end' : 'start'}
                bold
              >
                {i + 1}
              </Words>
            </g>
          );
        })}
        {lines(
          answer?.impossible[0]
            ? `Not possible, ${nameOf(cam, answer.impossible[0].id)}: ${inReaders(answer.impossible[0].because, reader)}`
            : answer?.order[0]
              ? `First ${nameOf(cam, answer.order[0].id)}: ${inReaders(answer.order[0].because, reader)}`
              : '',
          32,
        )
          .slice(0, 6)
          .map((words, i) => (
            <Words key={i} at={[770, 350 + i * 26]} tone={answer?.impossible[0] ? 'mark' : 'line'}>
              {words}
            </Words>
          ))}
      </>
    ),
  };
}
