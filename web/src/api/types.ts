import type { components } from './schema';

type Schema = components['schemas'];

export type BuildLine = Schema['BuildLine'];
export type BuildState = Schema['BuildState'];
export type BuildView = Schema['BuildView'];
export type Call = Schema['Call'];
export type CalcAnswer = Schema['CalcAnswer'];
export type CallState = Schema['CallState'];
export type Check = Schema['Check'];
export type Command = Schema['Command'];
export type Dimension = Schema['Dimension'];
export type EngineSheet = Schema['EngineSheet'];
export type InterferenceFitAnswer = Schema['InterferenceFitAnswer'];
export type Instrument = Schema['Instrument'];
export type Judgement = Schema['Judgement'];
export type PlaceState = Schema['PlaceState'];
export type Quantity = Schema['Quantity'];
export type ReadingState = Schema['ReadingState'];
export type RoundState = Schema['RoundState'];
export type Sentence = Schema['Sentence'];
export type Shop = Schema['Shop'];
export type Slot = Schema['Slot'];
export type SlotState = Schema['SlotState'];
export type SquarenessAnswer = Schema['SquarenessAnswer'];
export type Standing = Schema['Standing'];
export type StepRef = Schema['StepRef'];
export type StepState = Schema['StepState'];
export type StrikeReason = Schema['StrikeReason'];
export type TaskRef = Schema['TaskRef'];
export type TaskState = Schema['TaskState'];
export type Verdict = Schema['Verdict'];
export type WorkAnswer = Schema['WorkAnswer'];
export type WorkResult = Schema['WorkResult'];

export type UnitSystem = 'metric' | 'inch';
export type View = 'front' | 'rear';
