import { scaleLinear } from 'd3-scale';
import { writeMm, type Reader } from '../entry/wording';
import { Hatches, LimitScale, ScaleBar, Words } from './parts';
import { facedPoint, rows, slotsOf, type Place, type Point, type Scene, type SceneInput } from './scene';
import { seen } from './housing';

/** The crank's rear end with a dial on its flange; three times to the front, three times to the rear. */
export function endFloat({ sheet, step, reader }: SceneInput): Scene {
  const slots = slotsOf(step);
  const places: Record<string, Place> = {};
  const ticks = rows(
    slots.filter((s) => s.slot.kind !== 'number').map((s) => s.slot),
    28,
    92,
    78,
  );
  Object.assign(places, ticks);
  for (const { slot } of slots) {
    const [way, n] = slot.key.split('-');
    if (slot.kind === 'number')
      places[slot.key] = { at: [way === 'front' ? 112 : 292, 100 + (Number(n) - 1) * 118] };
  }
  const value = (key: string) => slots.find((s) => s.slot.key === key)?.live?.value ?? undefined;
  const floats = [1, 2, 3]
    .map((n) => [value(`front-${n}`), value(`rear-${n}`)] as const)
    .map(([f, r]) => (f === undefined || r === undefined ? undefined : r - f));
  const r = sheet.layout.flangeDiameterMm / 2;
  const s = 120 / r;
  const [x, y] = [690, 262];
  const checks = step.now.call?.checks.filter((c) => c.name === 'float') ?? [];
  return {
    title: 'The crank’s rear end from the side, front at the left; the dial’s tip on the flange',
    places,
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2.5">
          <rect
            x={x - 110}
            y={y - 200}
            width="90"
            height="120"
            fill="url(#cut)"
            stroke="var(--color-structure)"
          />
          <rect
            x={x - 110}
            y={y + 80}
            width="90"
            height="120"
            fill="url(#cut)"
            stroke="var(--color-structure)"
          />
          <rect x={x - 150} y={y - 76} width="150" height="152" fill="var(--color-field-deep)" />
          <rect x={x} y={y - r * s} width="44" height={2 * r * s} fill="url(#cut-back)" />
          <path
            d={`M${x - 190} ${y}H${x + 90}`}
            stroke="var(--color-structure)"
            strokeWidth="1"
            strokeDasharray="16 4 3 4"
          />
          <path d={`M${x + 44} ${y - r * s + 22}h60`} stroke="var(--color-mark)" strokeWidth="5" />
          <circle cx={x + 134} cy={y - r * s + 22} r="30" stroke="var(--color-mark)" strokeWidth="3" />
          <path d={`M${x + 134} ${y - r * s + 22}l14 -18`} stroke="var(--color-mark)" strokeWidth="3" />
          <path
            d={`M${x - 60} ${y + 24}h-56m14 -10l-14 10l14 10M${x - 60} ${y - 24}h56m-14 -10l14 10l-14 10`}
          />
        </g>
        <Words at={[x - 142, y + 58]}>front</Words>
        {floats.map(
          (f, i) =>
            f !== undefined && (
              <Words key={i} at={[388, 106 + i * 118]} size={20} tone="mark" bold>
                {`= ${writeMm(f, reader)}`}
              </Words>
            ),
        )}
        {checks.length > 0 && <LimitScale at={[840, 340]} width={180} checks={checks} reader={reader} />}
      </>
    ),
  };
}

/** The shims that were picked, thick to thin, their thickness magnified; and the next best. */
export function shims({ task, step, reader }: SceneInput): Scene {
  const slots = slotsOf(step).map((s) => s.slot);
  // The trial fits what was picked before.
  const answer = step.now.answer ?? task.steps.find((s) => s.ref.step === 'pick')?.now.answer;
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
    title: 'The shims, their thickness magnified',
    places: rows(slots, 28, 92, 78),
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

/** The flange's bolt circle as the plate that is bolted on it, with the distances to make it by. */
export function plate({ sheet, step, reader }: SceneInput): Scene {
  const flange = sheet.rear!.flange;
  const slots = slotsOf(step).map((s) => s.slot);
  const made = step.now.answer?.calculator === 'bolt-circle' ? step.now.answer : undefined;
  const outer = sheet.rear!.plate.outerMm;
  const centre: Point = [760, 264];
  const s = 190 / (outer / 2);
  const straight: Reader = { ...reader, up: 0 };
  const hole = sheet.rear!.plate.holeDiameterMm;
  const holes = (flange.places ?? []).map((p) => ({ id: p.id, at: facedPoint(centre, s, p, straight) }));
  const second = made?.chords.find((c) => c.from === '1' && c.to === '3');
  return {
    title: `The plate on the flange’s own circle, to scale, ${seen(straight)}`,
    places: rows(slots, 28, 92, 78),
    choice: { left: 28, bottom: 12, width: 250 },
    drawings: {
      name: `plate-${sheet.id}`,
      request: sheet.rear!.plate,
    },
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2">
          <circle cx={centre[0]} cy={centre[1]} r={(outer / 2) * s} strokeWidth="3" />
          <circle
            cx={centre[0]}
            cy={centre[1]}
            r={(flange.boltCircleMm / 2) * s}
            stroke="var(--color-structure)"
            strokeDasharray="6 6"
          />
          {holes.map((h) => (
            <g key={h.id}>
              <circle cx={h.at[0]} cy={h.at[1]} r={(hole / 2) * s} fill="var(--color-field-deep)" />
              <Words at={[h.at[0], h.at[1] + 6]} anchor="middle" bold>
                {h.id}
              </Words>
            </g>
          ))}
          {second && holes[0] && holes[2] && (
            <path
              d={`M${holes[0].at.join(' ')}L${holes[2].at.join(' ')}`}
              stroke="var(--color-mark)"
              strokeWidth="3"
            />
          )}
        </g>
        <Words
          at={[centre[0], centre[1] - 8]}
          anchor="middle"
        >{`circle ${writeMm(flange.boltCircleMm, reader)}`}</Words>
        <Words
          at={[centre[0], centre[1] + 18]}
          anchor="middle"
        >{`holes ${writeMm(hole, reader, 0.1)}`}</Words>
        {second && (
          <Words
            at={[centre[0], centre[1] + 44]}
            anchor="middle"
            tone="mark"
            bold
          >{`1 to 3: ${writeMm(second.mm, reader)}`}</Words>
        )}
      </>
    ),
  };
}

/** The spigot bearing in the crank's end, in section. */
export function spigot({ sheet, step, reader }: SceneInput): Scene {
  const part = sheet.spigot!;
  const slots = slotsOf(step);
  const placed = rows(
    slots.map((s) => s.slot),
    28,
    92,
    84,
  );
  for (const { slot } of slots)
    if (slot.kind === 'number') placed[slot.key] = { at: [106, placed[slot.key]!.at[1]] };
  const s = 150 / (part.outerMm / 2 + 6);
  const face = 900;
  const [y, r] = [262, (part.outerMm / 2) * s];
  const depth =
    step.ref.step === 'in'
      ? (slots.find((x) => x.slot.key === 'depth')?.live?.value ?? part.depthMm)
      : part.depthMm;
  const z = scaleLinear([0, 1], [face, face - s]);
  const back = z(depth + part.widthMm + 6);
  const checks = step.now.call?.checks.filter((c) => c.name === 'depth') ?? [];
  return {
    title: 'The crank’s end in section, the flange’s face at the right',
    places: placed,
    choice: { left: 28, bottom: 12, width: 250 },
    drawing: (
      <>
        <Hatches />
        <g fill="none" stroke="var(--color-line)" strokeWidth="2.5">
          {[1, -1].map((sign) => (
            <g key={sign}>
              <path
                d={`M${back - 50} ${y + sign * (r + 46)}H${face}V${y + sign * r}H${back}V${y}H${back - 50}z`}
                fill="url(#cut)"
                stroke="var(--color-structure)"
              />
              <rect
                x={z(depth + part.widthMm)}
                y={sign > 0 ? y + (part.innerMm / 2) * s : y - r}
                width={part.widthMm * s}
                height={r - (part.innerMm / 2) * s}
                fill="url(#cut-back)"
              />
              {part.sealDepthMm != null && step.ref.step === 'seal' && (
                <rect
                  x={z(part.sealDepthMm + 2)}
                  y={sign > 0 ? y + (part.innerMm / 2) * s : y - r}
                  width={2 * s}
                  height={r - (part.innerMm / 2) * s}
                  fill="var(--color-field-deep)"
                />
              )}
            </g>
          ))}
          <path
            d={`M${z(depth)} ${y - r - 60}H${face}m0 -8v16M${z(depth)} ${y - r - 68}v16`}
            stroke="var(--color-mark)"
            strokeWidth="3"
          />
        </g>
        <Words at={[face - 4, y - r - 74]} anchor="end" tone="mark" bold>
          {writeMm(depth, reader)}
        </Words>
        <ScaleBar at={[620, 484]} px={5 * s} words={writeMm(5, reader, 1)} />
        {checks.length > 0 && <LimitScale at={[28 + 250, 400]} width={220} checks={checks} reader={reader} />}
      </>
    ),
  };
}
