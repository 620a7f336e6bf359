import { Words } from './kit/Words';
import { reach, type Place, type Drawn, type SceneInput, slotsOf } from './scene';

/** What stands where a figure can't be drawn. */
export const cannotBeDrawn = 'Its figure can’t be drawn from what is known of this engine. Its boxes work.';

/** A step's boxes without its figure, in columns. */
export function undrawn({ step }: Pick<SceneInput, 'step'>): Drawn {
  const places: Record<string, Place> = {};
  let [x, y] = [28, 90];
  for (const { slot } of slotsOf(step)) {
    const number = slot.kind === 'number' || slot.kind === 'trace';
    const [above, below] = reach(slot, 320);
    if (y + above + below > 500 && y > 90) [x, y] = [x + 340, 90];
    places[slot.key] = { at: [x + (number ? 78 : 0), y + above], width: 320 };
    y += above + below + 10;
  }
  return {
    title: step.title,
    places,
    drawing: <Words at={[20, 66]}>{cannotBeDrawn}</Words>,
  };
}
