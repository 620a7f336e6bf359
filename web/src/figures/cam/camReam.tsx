import { Hatches } from '../kit/Hatches';
import type { Place, Drawn, SceneInput } from '../scene';
import { tunnel } from './tunnel';

/** Sizes after reaming, one bearing at a time. */
export function camReam({ sheet, step }: SceneInput): Drawn {
  const cam = sheet.cam!;
  const z = tunnel(cam, 120, 940);
  const places: Record<string, Place> = { pilots: { at: [24, 92] } };
  cam.bearings.forEach((b, i) => {
    places[`${b.id}-inside`] = {
      at: [z(b.zMm + b.widthMm / 2), i % 2 ? 400 : 220],
      to: [z(b.zMm + b.widthMm / 2), 330],
    };
  });
  return {
    title: `${step.title}: inside of each after the reamer, front at the left`,
    places,
    drawing: (
      <>
        <Hatches />
        {cam.bearings.map((b) => (
          <rect
            key={b.id}
            x={z(b.zMm + b.widthMm / 2) - 14}
            y="306"
            width="28"
            height="48"
            fill="url(#cut)"
            stroke="var(--color-line)"
            strokeWidth="2"
          />
        ))}
      </>
    ),
  };
}
