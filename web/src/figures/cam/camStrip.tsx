import { writeMm, writeNumber } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { type Drawn, type SceneInput, shownOn } from '../scene';
import { wordsOf } from './bearing';
import { numberOf, titleOf, tunnel } from './tunnel';

/** All bearings at once: window, crush, clearance and how each stands. */
export function camStrip({ sheet, task, reader }: SceneInput): Drawn {
  const cam = sheet.cam!;
  const z = tunnel(cam, 120, 960);
  const found = cam.bearings.map((b) => {
    const seat = shownOn(task, 'cam-seat', b.id);
    const set = shownOn(task, 'cam-shell', b.id);
    const start = shownOn(task, 'cam-start', b.id);
    return {
      b,
      drives: start?.round ?? 1,
      window: seat?.now.answer?.calculator === 'oil-hole-window' ? seat.now.answer.worstShare : undefined,
      fit: set?.now.answer?.calculator === 'shell-clearance' ? set.now.answer : undefined,
      released: seat?.status === 'released',
    };
  });
  const known = found.flatMap((f) => (f.window === undefined ? [] : [f.window]));
  const worst = known.length > 1 ? Math.min(...known) : undefined;
  const row = (y: number, words: string) => (
    <Words at={[20, y]} bold>
      {words}
    </Words>
  );
  return {
    title: `The whole tunnel, front at the left, ${wordsOf(cam).bearing === 'bush' ? 'bushes' : 'bearings'} to scale along it`,
    places: {},
    twin: found.map(
      (f) =>
        [
          titleOf(cam, f.b.id),
          `${f.window === undefined ? 'not looked at' : `${writeNumber(f.window * 100, 1)} % open`}, crush ${f.fit ? writeMm(f.fit.crushMm, reader, 0.001) : 'not measured'}, driven ${f.drives}`,
        ] as const,
    ),
    drawing: (
      <>
        <Hatches />
        {row(300, 'open')}
        {row(350, 'crush')}
        {row(400, 'clear')}
        {row(450, 'driven')}
        {found.map((f) => {
          const x = z(f.b.zMm + f.b.widthMm / 2);
          const odd = f.window !== undefined && f.window === worst && f.window < 0.8;
          return (
            <g key={f.b.id} fill="none" stroke="var(--color-line)" strokeWidth="2.5">
              <rect
                x={x - 16}
                y={170 - f.b.diameterMm}
                width="32"
                height={2 * f.b.diameterMm}
                fill="url(#cut)"
                stroke={odd ? 'var(--color-mark)' : 'var(--color-line)'}
                strokeWidth={odd ? 4 : 2.5}
              />
              {f.window !== undefined && (
                <rect
                  x={x - 16}
                  y={170 + f.b.diameterMm - 2 * f.b.diameterMm * f.window}
                  width="32"
                  height={2 * f.b.diameterMm * f.window}
                  fill="var(--color-line)"
                />
              )}
              <Words at={[x, 100]} anchor="middle" size={22} bold>
                {numberOf(cam, f.b.id)}
              </Words>
              <Words at={[x, 300]} anchor="middle" size={20} bold tone={odd ? 'mark' : 'line'}>
                {f.window === undefined ? '–' : `${writeNumber(f.window * 100, 1)} %`}
              </Words>
              <Words at={[x, 350]} anchor="middle">
                {f.fit ? writeMm(f.fit.crushMm, reader, 0.001) : '–'}
              </Words>
              <Words at={[x, 400]} anchor="middle">
                {f.fit ? writeMm(f.fit.clearanceMm, reader, 0.001) : '–'}
              </Words>
              <Words at={[x, 450]} anchor="middle">
                {f.drives === 1 ? 'once' : `${f.drives} times`}
              </Words>
              {f.released && (
                <Words at={[x, 482]} anchor="middle">
                  decided
                </Words>
              )}
            </g>
          );
        })}
      </>
    ),
  };
}
