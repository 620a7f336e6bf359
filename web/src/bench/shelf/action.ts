import type { Slot } from '../../api/types';
import { inReaders, type Reader } from '../../entry/wording';
import type { Hand } from '../state/useHand';

/** What the one big button does now. */
export interface Action {
  words: string;
  /** The key that does the same. */
  keyName: 'Enter' | 'Space';
  act: () => void;
}

interface Places {
  slot: Slot | undefined;
  reader: Reader;
  hand: Hand;
  /** Whether something is typed at the open place. */
  typed: () => boolean;
  take: (typed: string) => void;
  keep: () => void;
  /** Gives the keyboard to the place, or takes what is typed there. */
  atPlace: () => void;
  /** Whether a pull of this step has not been answered for yet. */
  settling: boolean;
  /** Why what was recorded here was not taken as it is: it looked odd, or it can't be. */
  notice: 'odd' | 'refused' | undefined;
}

const near = (a: number, b: number): boolean => Math.abs(((a - b + 540) % 360) - 180) <= 2;

/** What is taken at a place: by the gauge where one sends, by hand otherwise. */
export function actionAt({
  slot,
  reader,
  hand,
  typed,
  take,
  keep,
  atPlace,
  settling,
  notice,
}: Places): Action | undefined {
  if (!slot) return undefined;
  const { recorder, instrument, now, crank, aim } = hand;
  const simulated = instrument?.simulated === true;
  const label = inReaders(slot.label.replace(' in,', ','), reader);
  const pulls = slot.kind === 'trace' || (slot.trace != null && now?.up === true);
  switch (pulls ? 'trace' : slot.kind) {
    case 'tick':
      return { words: 'Tick it', keyName: 'Enter', act: atPlace };
    case 'pick':
      return { words: 'Pick what you find', keyName: 'Enter', act: atPlace };
    case 'sight':
      return { words: 'Looks like this', keyName: 'Enter', act: atPlace };
    case 'tool':
      return { words: 'Pick the tool', keyName: 'Enter', act: atPlace };
    case 'trace': {
      const many = slot.kind === 'number';
      const verb = slot.trace?.y === 'torque' ? 'pull' : 'draw';
      const run = (on: boolean) => void aim({ [verb]: on ? '1' : '0' });
      // What the last pull says comes before the next.
      if (recorder.state === 'idle' && settling)
        return { words: 'Settling', keyName: 'Space', act: () => undefined };
      if (recorder.state === 'idle' && simulated && now !== null && !(now.up && hand.ready))
        return {
          words: now.up ? 'Setting up' : 'Waiting for its line',
          keyName: 'Space',
          act: () => undefined,
        };
      if (recorder.state === 'idle')
        return {
          words: simulated
            ? many
              ? `Pull ${label.split(',')[0]!.toLowerCase()}`
              : verb === 'pull'
                ? 'Pull'
                : (slot.begins ?? 'Record')
            : 'Record',
          keyName: 'Space',
          act: () => {
            // The gauge moves once it is listened to.
            void recorder.start().then((begun) => begun && run(true));
          },
        };
      if (recorder.state === 'running')
        return {
          words: 'Stop',
          keyName: 'Space',
          act: () => {
            run(false);
            recorder.stop();
          },
        };
      if (recorder.state === 'cut-off' && (many || !recorder.enough))
        return {
          words: many ? 'Cut off: pull again' : 'Cut off: record again',
          keyName: 'Space',
          act: recorder.clear,
        };
      if (notice === 'refused')
        return { words: many ? 'Pull again' : 'Record again', keyName: 'Space', act: recorder.clear };
      return !recorder.enough
        ? { words: 'Too short: record again', keyName: 'Space', act: recorder.clear }
        : {
            words:
              recorder.state === 'cut-off'
                ? 'Keep what there is'
                : notice === 'odd'
                  ? 'It was so: keep it'
                  : 'Keep the trace',
            keyName: 'Space',
            act: keep,
          };
    }
    default:
      if (now?.up && hand.reading !== null) {
        const angle = slot.angleDeg;
        if (simulated && crank !== null && angle != null && !near(crank, angle))
          return {
            words: `Turn to ${label}`,
            keyName: 'Space',
            act: () => void aim({ crank: String(angle) }),
          };
        if (simulated && !hand.steady)
          return { words: 'Settling', keyName: 'Space', act: () => (typed() ? atPlace() : undefined) };
        const reading = hand.reading;
        return {
          words: `Take ${label}`,
          keyName: 'Space',
          act: () => (typed() ? atPlace() : take(reading)),
        };
      }
      return {
        words: slot.stationMm != null ? `Take ${label}` : `Take: ${label.split(',')[0]!.toLowerCase()}`,
        keyName: 'Enter',
        act: atPlace,
      };
  }
}
