import { Hatches } from '../kit/Hatches';
import { rows, slotsOf, type Drawn, type SceneInput } from '../scene';
import { CrankRear } from './CrankRear';

/** The crank's rear end while its float is asked for. */
export const crankFloat = ({ step }: SceneInput): Drawn => ({
  title: `${step.title}: the crank’s rear end from the side, front at the left`,
  places: rows(
    slotsOf(step).map((s) => s.slot),
    28,
    92,
    78,
  ),
  drawing: (
    <>
      <Hatches />
      <CrankRear at={[690, 262]} radius={120} dial />
    </>
  ),
});
