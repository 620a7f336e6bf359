import { writeMm } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { ScaleBar } from '../kit/ScaleBar';
import { Words } from '../kit/Words';
import { type Place, type Drawn, type SceneInput, slotsOf } from '../scene';
import { wordsOf } from './bearing';
import { numberOf, titleOf, tunnel } from './tunnel';

/** How far each bearing stands off, magnified, with the room in it as a tube, and the best straight cam through them. */
export function camLine({ sheet, step, reader, open }: SceneInput): Drawn {
  const cam = sheet.cam!;
  const slots = slotsOf(step);
  const answer = step.now.answer?.calculator === 'bore-line' ? step.now.answer : undefined;
  const z = tunnel(cam, 90, 1000);
  const places: Record<string, Place> = {};
  cam.bearings.forEach((b) => {
    const x = Math.min(Math.max(z(b.zMm + b.widthMm / 2), 90), 960);
    places[`${b.id}-x`] = { at: [x, 76] };
    places[`${b.id}-y`] = { at: [x, 420] };
  });
  // By the cam itself: what it feels like, in place of what a dial reads.
  const tried = slots.filter((s) => !s.slot.key.endsWith('-x') && !s.slot.key.endsWith('-y'));
  if (tried.length > 0) {
    places.turns = { at: [28, 84], width: 560 };
    places.tightened = { at: [720, 96] };
  }
  const value = (id: string, axis: string) =>
    slots.find((s) => s.slot.key === `${id}-${axis}`)?.live?.value ?? undefined;
  const all = cam.bearings.flatMap((b) => [value(b.id, 'x') ?? 0, value(b.id, 'y') ?? 0]);
  const perMm = 46 / Math.max(0.06, ...all.map(Math.abs));
  const rowsAt = { x: 196, y: 336 } as const;
  const line = answer?.line;
  const current = open ?? slots.find((s) => !s.live)?.slot.key;
  const item = current?.replace(/-[xy]$/, '');
  return {
    title:
      tried.length > 0
        ? `The ${wordsOf(cam).shaft} itself, put through ${wordsOf(cam).bearing} by ${wordsOf(cam).bearing}`
        : `Each ${wordsOf(cam).bearing} off the bar, magnified; bars: the room in it; line: the straightest ${wordsOf(cam).shaft}`,
    places,
    // One bearing at a time, or the last.
    shows: slots
      .filter((s) => s.live || tried.length > 0 || s.slot.key.startsWith(`${item}-`))
      .map((s) => s.slot.key)
      .slice(-4),
    ...(answer && {
      twin: [
        ['Slack', writeMm(answer.slackMm, reader, 0.001)],
        ...answer.stations.map(
          (s) =>
            [
              titleOf(cam, s.id),
              `${writeMm(s.offMm, reader, 0.001)} off, ${writeMm(s.leftMm, reader, 0.001)} left`,
            ] as const,
        ),
      ] as const,
    }),
    drawing: (
      <>
        <Hatches />
        {(['x', 'y'] as const).map((axis) => (
          <g key={axis} fill="none" stroke="var(--color-structure)" strokeWidth="1.5">
            <path d={`M70 ${rowsAt[axis]}H1020`} strokeDasharray="14 4 3 4" />
            <Words at={[24, rowsAt[axis] - 34]}>{axis === 'x' ? 'to 3' : 'to 12'}</Words>
            {cam.bearings.map((b) => {
              const v = value(b.id, axis);
              const x = z(b.zMm + b.widthMm / 2);
              const room = answer?.stations.find((s) => s.id === b.id);
              const clear = room ? (room.leftMm + room.offMm) * perMm : 0;
              const tight = answer?.tightest.includes(b.id);
              return (
                <g key={b.id}>
                  {v !== undefined && (
                    <>
                      {clear > 0 && (
                        <rect
                          x={x - 9}
                          y={rowsAt[axis] - v * perMm - clear}
                          width="18"
                          height={2 * clear}
                          fill="url(#cut)"
                          stroke={tight ? 'var(--color-mark)' : 'var(--color-line)'}
                          strokeWidth={tight ? 3 : 1.5}
                        />
                      )}
                      <circle
                        cx={x}
                        cy={rowsAt[axis] - v * perMm}
                        r="5"
                        fill="var(--color-line)"
                        stroke="none"
                      />
                    </>
                  )}
                  {axis === 'x' && (
                    <Words at={[x, 270]} anchor="middle" bold tone={tight ? 'mark' : 'line'}>
                      {numberOf(cam, b.id)}
                    </Words>
                  )}
                </g>
              );
            })}
            {line && (
              <path
                d={`M${z(cam.bearings[0]!.zMm)} ${rowsAt[axis] - ((axis === 'x' ? line.x0Mm : line.y0Mm) + ((axis === 'x' ? line.xPerM : line.yPerM) * cam.bearings[0]!.zMm) / 1000) * perMm}L${z(cam.bearings[cam.bearings.length - 1]!.zMm)} ${rowsAt[axis] - ((axis === 'x' ? line.x0Mm : line.y0Mm) + ((axis === 'x' ? line.xPerM : line.yPerM) * cam.bearings[cam.bearings.length - 1]!.zMm) / 1000) * perMm}`}
                stroke="var(--color-mark)"
                strokeWidth="3"
              />
            )}
          </g>
        ))}
        <ScaleBar at={[24, 248]} px={0.05 * perMm} words={`${writeMm(0.05, reader)}, offsets only`} />
        {answer && (
          <Words at={[1020, 490]} anchor="end" size={20} bold tone="mark">
            {`slack ${writeMm(answer.slackMm, reader, 0.001)}`}
          </Words>
        )}
      </>
    ),
  };
}
