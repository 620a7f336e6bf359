import { Bolt } from '../kit/Bolt';
import { OrderPath } from '../kit/OrderPath';
import { writeNumber, writeQuantity } from '../../entry/wording';
import { Hatches } from '../kit/Hatches';
import { Words } from '../kit/Words';
import { seen } from '../kit/seen';
import {
  facedPoint,
  type Place,
  type Point,
  type Drawn,
  type SceneInput,
  shortened,
  slotsOf,
} from '../scene';
import { Outline } from './Outline';
import { Pull } from './Pull';
import { Turn } from './Turn';
import { fitted, housingOf } from './part';

/** Bolts in their places, each with its own number, filled as they are done; the order is a path through them; what was passed over or pulled twice is told. */
export function bolts({ sheet, task, step, reader, open, live }: SceneInput): Drawn {
  const plan = step.now.answer?.calculator === 'torque-plan' ? step.now.answer : undefined;
  const slots = slotsOf(step);
  const flange = step.figure === 'flange-bolts' ? sheet.rear?.flange : undefined;
  const part = flange ? undefined : housingOf(sheet, task);
  const centre: Point = [430, part && part === sheet.cover ? 330 : 276];
  const ring = (flange ? flange.places : part?.bolts) ?? [];
  const scale = flange
    ? 150 / (flange.boltCircleMm / 2)
    : part
      ? fitted(part, reader, [250, part === sheet.cover ? 250 : 190])
      : 1;
  const isPull = (key: string) => /^\d+-/.test(key);
  const pulls = slots.filter((s) => isPull(s.slot.key));
  const current =
    pulls.find((s) => s.slot.key === open) ?? pulls.find((s) => !s.live) ?? pulls[pulls.length - 1];
  const [passText, boltId] = (current?.slot.key ?? '1-').split('-') as [string, string];
  const pass = Number(passText);
  const deg = current?.slot.bolt?.deg;
  // What is turned on by an angle comes after every torque, in the order of the pass that it belongs to.
  const order = (plan?.passes[pass - 1] ?? plan?.passes.findLast((p) => p.deg != null))?.order ?? [];
  // A wrench that clicks may have its whole pass told at once.
  const inPass = (id: string) =>
    pulls.find((s) => s.slot.key === `${pass}-${id}` || s.slot.key === `${pass}-all`);
  const clicks = pulls.some((s) => s.slot.kind === 'pick');
  const lastTaken = pulls.findLast((s) => s.live);
  const firstEmpty = pulls.findIndex((s) => !s.live);
  const passedOver = (key: string) => {
    const i = pulls.findIndex((s) => s.slot.key === key);
    return firstEmpty >= 0 && i >= firstEmpty && !pulls[i]!.live && pulls.slice(i + 1).some((s) => s.live);
  };
  const setting = open?.startsWith('set-') ? open : `set-${pass}`;
  // What a geared multiplier is comes before anything is pulled through it.
  const geared = slots.filter((s) => s.slot.key === 'ratio' || s.slot.key === 'efficiency');
  const ungeared = geared.some((s) => !s.live);
  const places: Record<string, Place> = {};
  slots
    .filter((s) => !isPull(s.slot.key))
    .forEach((s, i) => {
      // All settings stand at one place: only that of the pass is shown.
      places[s.slot.key] =
        s.slot.kind === 'number'
          ? { at: [106, flange ? (geared.length > 0 ? 130 : 200) : 400] }
          : { at: [24, 78 + i * 70] };
    });
  geared.forEach((s, i) => (places[s.slot.key] = { at: [106, 80 + i * 78] }));
  for (const { slot } of pulls) {
    const id = slot.key.split('-')[1]!;
    const bolt = ring.find((b) => b.id === id);
    const picked = slot.kind === 'pick';
    places[slot.key] = {
      ...(picked ? { width: 220 } : {}),
      at:
        slot.key === current?.slot.key ? [picked ? 800 : 900, picked ? 170 : 250] : [picked ? 800 : 900, 360],
      ...(bolt && slot.key === current?.slot.key
        ? { to: shortened([822, 250], facedPoint(centre, scale, bolt, reader), 24), from: [822, 250] }
        : {}),
    };
  }
  const shows = [
    ...slots.filter((s) => !isPull(s.slot.key) && s.slot.kind !== 'number').map((s) => s.slot.key),
    ...(ungeared ? geared.map((s) => s.slot.key) : []),
    ...(!ungeared && slots.some((s) => s.slot.key === setting) ? [setting] : []),
    ...(!ungeared && current ? [current.slot.key] : []),
    ...(lastTaken && lastTaken !== current && !clicks ? [lastTaken.slot.key] : []),
  ];
  return {
    title: `${deg != null ? `Turned on by ${writeNumber(deg, 1)}°` : plan ? `Pass ${pass} of ${plan.passes.length}` : step.title}, ${seen(reader)}: follow the path`,
    turns: true,
    // Beside the part: above the plot of the last pull.
    choice: { left: 20, bottom: flange ? 12 : 206, width: flange ? 240 : 230 },
    places,
    shows,
    twin: pulls.map(
      (s) =>
        [
          s.slot.label,
          s.live?.value == null
            ? (s.live?.typed ?? 'to do')
            : writeQuantity({ value: s.live.value, dimension: 'torque', resolution: 0.1 }, reader),
        ] as const,
    ),
    drawing: (
      <>
        <Hatches />
        {part && <Outline housing={part} centre={centre} scale={scale} reader={reader} bolt={() => null} />}
        {flange && (
          <g fill="none" stroke="var(--color-structure)" strokeWidth="2">
            <circle
              cx={centre[0]}
              cy={centre[1]}
              r={(sheet.rear!.seal.shaftMm / 2) * scale}
              stroke="var(--color-line)"
              strokeWidth="3"
            />
            <circle cx={centre[0]} cy={centre[1]} r={150} strokeDasharray="6 6" />
            {sheet.spigot && <circle cx={centre[0]} cy={centre[1]} r={(sheet.spigot.outerMm / 2) * scale} />}
          </g>
        )}
        <OrderPath
          through={order.flatMap((id) => {
            const bolt = ring.find((b) => b.id === id);
            return bolt ? [facedPoint(centre, scale, bolt, reader)] : [];
          })}
          next={order.indexOf(boltId)}
        />
        {ring.map((b) => {
          const here = inPass(b.id);
          return (
            <Bolt
              key={b.id}
              id={b.id}
              at={facedPoint(centre, scale, b, reader)}
              done={here?.live != null}
              next={b.id === boltId}
              trouble={
                here && passedOver(here.slot.key) ? 'missed' : (here?.readings.length ?? 0) > 1 && 'twice'
              }
            />
          );
        })}
        {deg != null && boltId !== 'all' && (
          <Turn
            at={facedPoint(centre, scale, ring.find((b) => b.id === boltId) ?? { xMm: 0, yMm: 0 }, reader)}
            deg={deg}
          />
        )}
        {plan && (
          <>
            <Words at={[800, 96]} size={34} bold tone="mark">
              {deg != null
                ? `${writeNumber(deg, 1)}° on`
                : writeQuantity(
                    { value: plan.passes[pass - 1]?.nm ?? 0, dimension: 'torque', resolution: 0.5 },
                    reader,
                  )}
            </Words>
            <Words at={[800, 126]}>
              {boltId === 'all'
                ? `all ${order.length}, along the path`
                : `bolt ${boltId}: ${order.indexOf(boltId) + 1} of ${order.length}`}
            </Words>
            {!clicks && <Words at={[800, 154]}>filled: done in this pass</Words>}
            {(live ?? lastTaken?.live?.trace) && (
              <Pull
                trace={live && live.x.length > 0 ? live : (lastTaken?.live?.trace ?? { x: [], y: [] })}
                target={
                  plan.passes[
                    (live && live.x.length > 0 ? pass : Number(lastTaken?.slot.key.split('-')[0] ?? pass)) - 1
                  ]?.nm ?? 1
                }
                reader={reader}
              />
            )}
            <g fill="none" stroke="var(--color-line)" strokeWidth="2">
              {plan.passes.map((p, i) => (
                <g key={i}>
                  <rect x={800 + i * 78} y="440" width="70" height="24" fill="var(--color-field-deep)" />
                  <rect
                    x={800 + i * 78}
                    y="440"
                    width={
                      (70 *
                        (pulls.some((s) => s.slot.key === `${i + 1}-all` && s.live) ? p.order.length : 1) *
                        pulls.filter((s) => s.slot.key.startsWith(`${i + 1}-`) && s.live).length) /
                      p.order.length
                    }
                    height="24"
                    fill="var(--color-line)"
                  />
                  <Words at={[835 + i * 78, 490]} anchor="middle">
                    {i === plan.passes.length - 1 && i > 0 && p.nm === plan.passes[i - 1]!.nm
                      ? 'check'
                      : `pass ${i + 1}`}
                  </Words>
                </g>
              ))}
            </g>
          </>
        )}
      </>
    ),
  };
}
