import { useCallback, useEffect, useState } from 'react';
import { api } from '../../api/client';
import { useGauge, type GaugeNow } from '../../api/live';
import type { Aimed, Instrument, Slot, SlotRef, StepState } from '../../api/types';
import { writeNumber } from '../../entry/wording';
import type { Recorder } from './useRecording';

/** The instrument in hand at the open place. */
export interface Hand {
  instrument: Instrument | null;
  /** How its line is; null where it is read by eye. */
  now: GaugeNow | null;
  /** What it shows of what the place wants, as it would be typed; null where there is nothing yet. */
  reading: string | null;
  /** Whether what it shows stands still, to what the place asks for. */
  steady: boolean;
  /** Whether a stand-in has been set up for the open place; a real gauge always is. */
  ready: boolean;
  /** Where a dial that is turned with the crank stands, degrees. */
  crank: number | null;
  recorder: Recorder;
  aim: (set: Record<string, string>) => Promise<void>;
}

const quantityOf: Partial<Record<string, string>> = {
  length: 'length',
  temperature: 'temperature',
  torque: 'torque',
  angle: 'angle',
  force: 'force',
};
const baseUnit: Partial<Record<string, string>> = {
  length: 'mm',
  temperature: '°C',
  torque: 'N·m',
  angle: '°',
  force: 'N',
};

/** The instrument in hand: its live value, and what it records; a stand-in is set up for the place. */
export function useHand(
  instrument: Instrument | null,
  build: string,
  step: StepState,
  /** The open place within the step. */
  slot: Slot | undefined,
  recorder: Recorder,
): Hand {
  const lined = instrument?.line != null ? instrument.id : null;
  const { now, line } = useGauge(lined);
  const simulated = instrument?.simulated === true;
  const hold = useCallback(
    (sent: Promise<Aimed>) => {
      // A stand-in that can't be reached says so by its line.
      const heard = sent.catch(() => undefined);
      line?.hold(heard);
      return heard.then(() => undefined);
    },
    [line],
  );
  const aim = useCallback(
    (set: Record<string, string>) =>
      lined !== null && simulated ? hold(api.aim(lined, set)) : Promise.resolve(),
    [lined, simulated, hold],
  );

  const at: SlotRef | undefined = slot && { step: step.ref, round: step.round, slot: slot.key };

  // How a stand-in is set up follows from the place, and from what is expected there.
  const answer = step.now.answer;
  const expected = [
    slot?.expected,
    slot?.startedAt,
    answer?.calculator === 'draw-travel' ? answer.curve?.[answer.curve.length - 1]?.highN : null,
  ].join(' ');
  const place = at && JSON.stringify(at);
  const setUp = place === undefined ? null : `${build} ${place} ${expected}`;
  const [ready, setReady] = useState<string | null>(null);
  useEffect(() => {
    if (place === undefined || lined === null || !simulated || !now.up) return undefined;
    let gone = false;
    void hold(api.placeGauge(lined, { build, slot: JSON.parse(place) as SlotRef })).then(
      // An answer that was overtaken says nothing of the place that is open now.
      () => !gone && setReady(setUp),
    );
    return () => {
      gone = true;
    };
  }, [build, place, setUp, lined, simulated, hold, now.up]);

  const quantity = slot?.dimension ? quantityOf[slot.dimension] : undefined;
  const sample = quantity && slot?.kind !== 'trace' ? now.values[quantity] : undefined;
  return {
    instrument,
    now: lined === null ? null : now,
    reading:
      sample && now.up
        ? `${writeNumber(sample.value, Math.min(slot!.resolution, 0.01))} ${baseUnit[slot!.dimension!]}`
        : null,
    steady:
      slot?.resolution != null && now.spread <= 2.5 * slot.resolution && (!simulated || ready === setUp),
    ready: !simulated || ready === setUp,
    crank: now.values['angle'] && slot?.dimension === 'length' ? now.values['angle'].value : null,
    recorder,
    aim,
  };
}
