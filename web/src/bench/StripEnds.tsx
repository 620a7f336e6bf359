import { useSettings } from './reader';
import type { Bench } from './useBuild';

/** The right end of the strip: units, light, and who is at the bench. */
export function StripEnds({ bench }: { bench: Bench }) {
  const { reader, setUnits, setMe, dim, setDim } = useSettings();
  const metric = reader.units === 'metric';
  return (
    <div className="flex flex-col items-end justify-center gap-1 pr-4 text-base font-semibold">
      <button
        type="button"
        className="min-h-11 whitespace-nowrap"
        onClick={() => setUnits(metric ? 'inch' : 'metric')}
      >
        {metric ? 'mm · N·m · °C' : 'in · lbf·ft · °F'}
        <span className="sr-only">{metric ? ', change to inches' : ', change to millimetres'}</span>
      </button>
      <div className="flex items-center gap-3">
        <button type="button" className="min-h-11" aria-pressed={dim} onClick={() => setDim(!dim)}>
          {dim ? 'Light' : 'Dim'}
        </button>
        <select
          className="min-h-11 max-w-[96px] bg-page font-bold"
          aria-label="At the bench"
          value={bench.me}
          onChange={(e) => setMe(e.target.value)}
        >
          {bench.shop?.people.map((p) => (
            <option key={p.id} value={p.id}>
              {p.name}, {p.role}
            </option>
          ))}
        </select>
      </div>
    </div>
  );
}
