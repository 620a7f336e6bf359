import type { PressSupportAnswer } from '../../api/types';
import { type Reader, writeMm } from '../../entry/wording';
import { ScaleBar } from '../kit/ScaleBar';
import { Words } from '../kit/Words';
import type { Piece, Stacked } from './stack';

export function Section({
  made: { outerMm, lengthMm, inside },
  answer: { body, pushed, stackMm },
  support,
  pusher,
  daylightMm,
  reader,
}: {
  made: Stacked;
  answer: PressSupportAnswer;
  support: Piece | undefined;
  pusher: Piece | undefined;
  daylightMm: number | undefined;
  reader: Reader;
}) {
  const below = support?.lengthMm ?? 0;
  const above = pusher?.lengthMm ?? 0;
  const height = stackMm ?? below + body.heightMm + pushed.proudMm + above;
  const s = Math.min(7, 372 / Math.max(height, 60), 200 / outerMm);
  const [cx, table] = [672, 478];
  const y = (mm: number): number => table - mm * s;
  const ring = (
    key: string,
    outer: number,
    inner: number,
    from: number,
    to: number,
    fill: string,
    stroke = 'var(--color-line)',
  ) =>
    inner === 0 ? (
      <rect
        key={key}
        x={cx - (outer / 2) * s}
        y={y(to)}
        width={outer * s}
        height={(to - from) * s}
        fill={fill}
        stroke={stroke}
      />
    ) : (
      <g key={key}>
        {[-1, 1].map((side) => (
          <rect
            key={side}
            x={side < 0 ? cx - (outer / 2) * s : cx + (inner / 2) * s}
            y={y(to)}
            width={((outer - inner) / 2) * s}
            height={(to - from) * s}
            fill={fill}
            stroke={stroke}
          />
        ))}
      </g>
    );
  const bodyTop = below + body.heightMm;
  const at = pushed.proudMm > 0 ? bodyTop : bodyTop - lengthMm;
  const label = (mm: number, words: string, detail: string, tone: 'line' | 'mark' = 'line') => (
    <g>
      <path d={`M${cx + 12} ${y(mm)}H${cx + 128}`} stroke="var(--color-structure)" strokeWidth="1.5" />
      <circle cx={cx + 12} cy={y(mm)} r="4" fill="var(--color-line)" />
      <Words at={[cx + 136, y(mm) - 2]} bold tone={tone}>
        {words}
      </Words>
      <Words at={[cx + 136, y(mm) + 20]}>{detail}</Words>
    </g>
  );
  const sizes = (p: Piece): string =>
    p.innerMm
      ? `${writeMm(p.outerMm!, reader, 0.1)} × ${writeMm(p.innerMm, reader, 0.1)} hole`
      : writeMm(p.outerMm!, reader, 0.1);
  return (
    <g fill="none" strokeWidth="2.5">
      <path
        d={`M${cx - 150} ${table}h300M${cx - 150} ${table}v14h300v-14`}
        stroke="var(--color-structure)"
        fill="url(#forbidden)"
      />
      {support && ring('support', support.outerMm!, support.innerMm ?? 0, 0, below, 'url(#cut-back)')}
      {ring('body', outerMm, body.boreMm, below, bodyTop, 'url(#cut)', 'var(--color-structure)')}
      {inside && (
        <rect
          x={cx - (inside.diameterMm / 2) * s}
          y={y(below + body.heightMm / 2 + inside.lengthMm / 2)}
          width={inside.diameterMm * s}
          height={inside.lengthMm * s}
          fill="var(--color-field-deep)"
          stroke="var(--color-line)"
        />
      )}
      {ring(
        'pushed',
        pushed.outerMm,
        pushed.innerMm,
        at,
        at + lengthMm,
        'var(--color-field-deep)',
        'var(--color-mark)',
      )}
      {pusher &&
        ring(
          'pusher',
          pusher.outerMm!,
          pusher.innerMm ?? 0,
          bodyTop + pushed.proudMm,
          height,
          'url(#cut-back)',
        )}
      {pusher && (
        <path
          d={`M${cx - 46} ${y(height) - 22}h92v22h-92zM${cx} ${y(height) - 44}v18m-8 -9l8 9l8 -9`}
          stroke="var(--color-mark)"
          strokeWidth="3"
        />
      )}
      {support && label(below / 2, support.name ?? support.id, sizes(support))}
      {label(below + body.heightMm / 2, 'body', `bore ${writeMm(body.boreMm, reader)}`)}
      {pusher && label(bodyTop + pushed.proudMm + above / 2, pusher.name ?? pusher.id, sizes(pusher))}
      {daylightMm !== undefined && (
        <Words
          at={[1028, 66]}
          anchor="end"
        >{`stack ${writeMm(height, reader, 1)}, the press takes ${writeMm(daylightMm, reader, 1)}`}</Words>
      )}
      <ScaleBar at={[850, 488]} px={10 * s} words={writeMm(10, reader, 1)} />
    </g>
  );
}
