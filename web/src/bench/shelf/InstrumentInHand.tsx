import { useReader } from '../../entry/reader';
import { writeAccuracy, writeQuantity } from '../../entry/wording';
import { arm, reaching } from '../state/armed';
import { useFocusStore } from '../state/focus';
import type { Work } from '../state/work';
import { Handle, ParkHandle } from './handles';
import { LiveValue } from './LiveValue';

/** What is in hand at the open place, what it shows, and how far it can be trusted. */
export function InstrumentInHand({ work }: { work: Work }) {
  const { bench, hand, open, parked, park, step, big: inBig } = work;
  const openSlot = open ?? parked;
  const focus = useFocusStore();
  const reader = useReader();
  const now = hand.instrument;
  if (!now || !openSlot) return null;
  const instruments = reaching(bench.shop?.instruments ?? [], now, openSlot);
  const move = step.now.answer?.calculator === 'centring' ? step.now.answer : undefined;
  const share = now.uncertainty === 0;
  const accuracy = share
    ? writeQuantity({ value: now.uncertaintyShare, dimension: 'share', resolution: 0.01 }, reader)
    : writeAccuracy(now.uncertainty, openSlot.dimension!, reader);
  const line = hand.now;
  return (
    <div
      className={`flex items-center gap-2 px-2 py-1 text-base leading-tight ${inBig ? 'border-b border-rule' : 'border-r border-rule'}`}
    >
      {line &&
        (line.up ? (
          <LiveValue hand={hand} slot={openSlot} />
        ) : (
          <b role="alert" className="max-w-[9em] text-stop">
            Off its line. Type it, or wait.
          </b>
        ))}
      {hand.recorder.refused && (
        <b role="alert" className="max-w-[16em] text-stop">
          {hand.recorder.refused}
        </b>
      )}
      <div
        className={`flex flex-col justify-center ${inBig ? 'min-w-0 grow flex-row! items-center! gap-2' : line ? 'max-w-[150px]' : 'max-w-[320px] pr-2'}`}
      >
        {instruments.length > 1 ? (
          <select
            className="min-h-11 max-w-full bg-shelf font-bold"
            aria-label="Instrument in hand"
            value={now.id}
            onChange={(e) => {
              arm(openSlot.instrument!, e.target.value);
              focus.call();
            }}
          >
            {instruments.map((i) => (
              <option key={i.id} value={i.id}>
                {i.name}
                {i.line != null && !bench.up.has(i.id) ? ' (off)' : ''}
              </option>
            ))}
          </select>
        ) : (
          <span className="font-bold">{now.name}</span>
        )}
        <span className="whitespace-nowrap">
          ± {accuracy}
          {now.calibrationDue && !line && !inBig ? `, calibrated to ${now.calibrationDue}` : ''}
        </span>
      </div>
      {park && parked ? (
        <ParkHandle hand={hand} park={park} move={move} />
      ) : (
        <Handle hand={hand} slot={openSlot} />
      )}
    </div>
  );
}
