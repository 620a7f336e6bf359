import { Hatches } from '../kit/Hatches';
import { type Place, scaled, type Drawn, type SceneInput, slotsOf } from '../scene';
import { Across } from './Across';
import { Hub } from './Hub';
import { Key, Nose } from './Nose';

/** The nose or the hub's bore at its stations, each reading typed where it is taken. */
export function diameters({ sheet, step, open }: SceneInput): Drawn {
  const onNose = step.figure === 'nose-diameters';
  const { nose, hub } = sheet.balancer!;
  const s = onNose ? scaled([385, 250], 5) : scaled([388, 250], 4.9);
  const r = nose.diameterMm / 2;
  const columns = [330, 500, 670];
  const places: Record<string, Place> = {};
  nose.stationsMm.forEach((station, i) => {
    places[`s${i + 1}-0`] = { at: [columns[i]!, 82], to: [s.x(station), s.y(r)] };
    places[`s${i + 1}-90`] = { at: [columns[i]!, 418], to: [s.x(station), s.y(0)] };
  });
  places['temperature'] = onNose
    ? { at: [905, 250], to: [s.x(nose.lengthMm + 12), s.y(-8)] }
    : { at: [905, 250], to: [s.x(hub.lengthMm - 2), s.y(-hub.outerDiameterMm / 2 + 4)] };
  const across = slotsOf(step).find((x) => x.slot.key === open)?.slot.angleDeg;

  return {
    title: onNose
      ? 'The nose, cut along its axis, front at the left'
      : 'The hub’s bore, cut along its axis, front at the left',
    places,
    drawing: (
      <>
        <Hatches />
        {onNose ? (
          <>
            <Nose sheet={sheet} s={s} />
            <Key sheet={sheet} s={s} />
          </>
        ) : (
          <>
            <Hub sheet={sheet} s={s} front={0} ring={false} />
            <path
              d={`M${s.x(0)} ${s.y(r)}V${s.y(-r)}M${s.x(hub.lengthMm)} ${s.y(r)}V${s.y(-r)}`}
              stroke="var(--color-structure)"
            />
          </>
        )}
        {nose.stationsMm.map((station) => (
          <g key={station} stroke="var(--color-structure)" strokeWidth="1.5" fill="none">
            <path d={`M${s.x(station)} ${s.y(r)}V${s.y(-r)}`} strokeDasharray="5 5" />
            <circle
              cx={s.x(station)}
              cy={s.y(0)}
              r="7"
              fill="var(--color-field)"
              stroke="var(--color-line)"
              strokeWidth="2"
            />
            <circle cx={s.x(station)} cy={s.y(0)} r="2" fill="var(--color-line)" stroke="none" />
          </g>
        ))}
        <Across at={[132, 250]} deg={across} />
      </>
    ),
  };
}
