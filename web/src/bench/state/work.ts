import type {
  EngineSheet,
  PressWatchAnswer,
  ReadingState,
  Slot,
  SlotState,
  StepState,
  StrikeReason,
} from '../../api/types';
import type { Sight } from '../../figures/cam/bearing';
import type { Scene } from '../../figures/scene';
import type { Action } from '../shelf/action';
import type { Task } from './known';
import type { Last } from './onItsWay';
import type { Notice } from './typed';
import type { Bench } from './useBuild';
import type { Hand } from './useHand';
import type { Recorder } from './useRecording';

export interface AtWork {
  bench: Bench;
  build: string;
  sheet: EngineSheet;
  task: Task;
  step: StepState;
  /** Shows another step. */
  pickStep: (step: StepState) => void;
  /** The step before this one. */
  before: StepState | undefined;
  /** Whether one place fills the screen. */
  big: boolean;
  /** Whether the figure is turned to how the engine hangs. */
  turned: boolean;
}

/** What a place's box is drawn from. */
export interface Box {
  build: string;
  /** Names the place within the build. */
  place: string;
  slot: SlotState;
  /** What stood here in the round before. */
  before: ReadingState | null | undefined;
  open: boolean;
  disabled: boolean;
  /** Typed, and not answered for by the server yet. */
  waiting: string | undefined;
  notice: Notice | undefined;
  /** Calls the keyboard here; see useKeyboard. */
  called: string | null;
  /** Whether a keypad of the app's own stands beside it, so that the system's stays away. */
  keypad: boolean;
  /** What is being recorded here. */
  recorder: Recorder | undefined;
  /** Whether the gauge that would record here is off its line. */
  off: boolean;
  /** What is moved until it looks the same, where the place is a passage. */
  sight: { sheet: EngineSheet; item: string; seen: Sight } | undefined;
}

/** What can be done at a place; the functions stay the same for as long as the task is open. */
export interface Doing {
  take: (slot: string, text: string) => void;
  /** Takes what is typed at a place, or says there what would be right. */
  takeTyped: (slot: string) => void;
  takeSight: (slot: string, sight: Sight) => void;
  /** Takes what is offered at a place as it is. */
  takeOffer: (slot: string) => void;
  strike: (reading: string, because: StrikeReason) => void;
  /** The builder went to a place. */
  open: (slot: string) => void;
  type: (slot: string, text: string) => void;
  move: (slot: string, sight: Sight) => void;
  /** To the place before. */
  back: (slot: string) => void;
}

/** What each of the boxes is given. */
export interface BoxProps {
  box: Box;
  doing: Doing;
}

/** The work on one step: its places, which of them is open, the gauge in hand there, and what can be done. */
export interface Work extends AtWork {
  doing: Doing;
  places: readonly SlotState[];
  open: Slot | undefined;
  /** Where the dial is parked while the part is moved. */
  parked: Slot | undefined;
  park: { angleDeg: number } | null;
  hand: Hand;
  action: Action | undefined;
  /** The metal as it is drawn at the open passage. */
  sight: Sight | undefined;
  watched: PressWatchAnswer | undefined;
  /** The gauge that this step could be recorded with, where that is off its line, in words. */
  lost: string | undefined;
  scene: Scene;
  /** Calls the keyboard to the one big button; see useKeyboard. */
  called: string | null;
  /** What a rub-out takes back. */
  last: Last | null;
  rubOut: () => void;
  boxOf: (slot: string) => Box;
}

/** Where a look at a passage begins. */
export const unmoved: Sight = { kind: 'seen', aroundMm: 0, alongMm: 0 };
