import type {
  Aimed,
  BeginRecording,
  BuildParts,
  BuildView,
  ChangePlan,
  ChangePlanSettings,
  ChangeSettings,
  Command,
  CopySheet,
  EngineSheet,
  FastenerGroup,
  Gap,
  GaugeLineState,
  JobCard,
  KeepSheet,
  MeasuredValue,
  NewEngine,
  NextBuild,
  PartNeed,
  PhotoRef,
  PlaceRequest,
  PlanNow,
  PlanSettings,
  RecordingNow,
  Settings,
  SetUpShop,
  SheetNow,
  SheetRef,
  ShopNow,
  SlotRef,
  StepState,
  Strip,
  TakenIn,
  TaskRef,
  TodayPage,
  ToolOut,
  ToolMatchAnswer,
  ToolMatchRequest,
  TrySheet,
  WholeBuild,
  WorkAnswer,
} from './types';
import { shopHere } from './shopHere';

/** What the server said was wrong, by the field; or that it can't be reached at all. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    title: string,
    readonly errors: Record<string, string[]> = {},
    /** The kind of problem, as the server names it; "time-out" where it took too long to answer. */
    readonly type: string = '',
  ) {
    super(title);
  }

  /** Sending the same again later may go through: there was no answer, or what stands between gave one. */
  get passing(): boolean {
    return this.status === 0 || (this.status > 500 && this.status < 600) || this.otherShop;
  }

  /** Another shop than that of this page is open at this address now. */
  get otherShop(): boolean {
    return this.type === 'urn:neat-bore:other-shop';
  }

  get timedOut(): boolean {
    return this.type === 'time-out' || this.status === 504;
  }

  /** The build is there, but this version of the server can't read it. */
  get unreadable(): boolean {
    return this.type === 'urn:neat-bore:unreadable-build';
  }
}

const ask = <T>(path: string, body?: unknown): Promise<T> =>
  body === undefined ? fetched(path, {}) : post(path, JSON.stringify(body), 'application/json');

const post = <T>(path: string, body: BodyInit, type: string): Promise<T> =>
  fetched(path, { method: 'POST', body, headers: { 'content-type': type } });

async function fetched<T>(path: string, request: RequestInit): Promise<T> {
  let response: Response;
  let answer: { title?: string; type?: string; errors?: Record<string, string[]> };
  try {
    // What is written says which shop it is for: another may have been opened at this address since.
    const headers = new Headers(request.headers);
    if (request.method && shopHere().id !== '') headers.set('neat-bore-shop', shopHere().id);
    response = await fetch(path, { ...request, headers, signal: AbortSignal.timeout(10_000) });
    // An error that is no JSON comes from something in between; an answer that is none was cut on the way.
    answer = (await response.json().catch((error: unknown) => {
      if (response.ok) throw error;
      return {};
    })) as typeof answer;
  } catch (error) {
    const late = error instanceof DOMException && error.name === 'TimeoutError';
    throw new Problem(0, 'There is no line to the server.', {}, late ? 'time-out' : '');
  }
  if (!response.ok)
    throw new Problem(
      response.status,
      answer.title ?? `The server answered ${response.status}.`,
      answer.errors,
      answer.type,
    );
  return answer as T;
}

export interface NewBuild {
  build: string;
  id: string;
  doneAt: string;
  by: string;
  number: string;
  name: string;
  sheet: string;
}

export const api = {
  today: (after: string | null) =>
    ask<TodayPage>(`/api/builds${after === null ? '' : `?after=${encodeURIComponent(after)}`}`),
  fasteners: (id: string) => ask<FastenerGroup[]>(`/api/builds/${id}/fasteners`),
  /** The build, with the steps around where the work on a task stands; of an item of it, where that is asked for. */
  build: (id: string, task?: TaskRef, item?: string) => {
    const at = new URLSearchParams({ ...task, ...(item === undefined ? {} : { item }) });
    return ask<BuildView>(`/api/builds/${id}?${at.toString()}`);
  },
  steps: (id: string, task: TaskRef, at: readonly string[]) => {
    const which = new URLSearchParams([
      ['kind', task.kind],
      ['place', task.place],
      ...at.map((step) => ['at', step]),
    ]);
    return ask<StepState[]>(`/api/builds/${id}/steps?${which.toString()}`);
  },
  record: (id: string) => ask<WholeBuild>(`/api/builds/${id}/record`),
  parts: (id: string) => ask<BuildParts>(`/api/builds/${id}/parts`),
  shop: () => ask<ShopNow>('/api/shop'),
  gaps: (id: string) => ask<Gap[]>(`/api/builds/${id}/gaps`),
  plan: () => ask<PlanNow>('/api/plan'),
  /** Only where one was agreed: to look at what is next begins no search. */
  planKept: () => ask<PlanNow>('/api/plan?kept=true'),
  changePlan: (change: ChangePlan) => ask<PlanNow>('/api/plan', change),
  planSettings: () => ask<PlanSettings>('/api/plan/settings'),
  changePlanSettings: (change: ChangePlanSettings) => ask<PlanSettings>('/api/plan/settings', change),
  setUp: (shop: SetUpShop) => ask<ShopNow>('/api/shop', shop),
  sheet: (id: string) => ask<SheetNow>(`/api/sheets/${id}`),
  /** What of it was measured on the newest builds. */
  measured: (id: string) => ask<MeasuredValue[]>(`/api/sheets/${id}/measured`),
  /** A sheet with values as they are typed; nothing is kept. */
  trySheet: (id: string, values: TrySheet) => ask<SheetNow>(`/api/sheets/${id}/try`, values),
  keepSheet: (id: string, values: KeepSheet) => ask<SheetNow>(`/api/sheets/${id}/versions`, values),
  copySheet: (id: string, copy: CopySheet) => ask<SheetRef>(`/api/sheets/${id}/copy`, copy),
  settings: () => ask<Settings>('/api/settings'),
  changeSettings: (change: ChangeSettings) => ask<Settings>('/api/settings', change),
  /** Takes one of the app's own open files in: a whole build, or an engine sheet. */
  takeIn: (kind: 'build' | 'sheet', text: string) =>
    post<TakenIn>(kind === 'build' ? '/api/builds/file' : '/api/sheets', text, 'application/json'),
  card: (id: string, task: TaskRef) =>
    ask<JobCard>(`/api/builds/${id}/card?${new URLSearchParams({ ...task }).toString()}`),
  /** Takes what was told on a build into its engine's sheet. */
  intoSheet: (id: string, by: string) => ask<SheetRef>(`/api/builds/${id}/sheet`, { by }),
  /** The strip of an engine while its arrangement is typed. */
  drawn: (engine: NewEngine) => ask<Strip>('/api/engines/strip', engine),
  addEngine: (engine: NewEngine) => ask<SheetRef>('/api/engines', engine),
  /** Builds that have all of these words, on the bench or off it. */
  find: (words: string) => ask<TodayPage>(`/api/builds/find?words=${encodeURIComponent(words)}`),
  /** The builds on the bench that are on an engine stand. */
  onStand: (stand: string) => ask<TodayPage>(`/api/builds/stand?stand=${encodeURIComponent(stand)}`),
  /** What is out of the crib, longest first. */
  toolsOut: () => ask<ToolOut[]>('/api/crib/out'),
  /** The number that the next build would have. */
  next: () => ask<NextBuild>('/api/builds/next'),
  damagedSheets: () => ask<SheetRef[]>('/api/damaged-sheets'),
  sheets: () => ask<EngineSheet[]>('/api/sheets'),
  open: (build: NewBuild) => ask<BuildView>('/api/builds', build),
  toolMatch: (request: ToolMatchRequest) => ask<ToolMatchAnswer>('/api/calc/tool-match', request),
  gauges: () => ask<GaugeLineState[]>('/api/gauges'),
  aim: (gauge: string, set: Record<string, string>) => ask<Aimed>(`/api/gauges/${gauge}/aim`, { set }),
  placeGauge: (gauge: string, request: PlaceRequest) => ask<Aimed>(`/api/gauges/${gauge}/place`, request),
  /** What is recorded at a place, or was and waits there: none or one. */
  recordings: (build: string, { step, round, slot }: SlotRef) => {
    const at = new URLSearchParams({
      ...step.task,
      step: step.step,
      item: step.item,
      round: `${round}`,
      slot,
    });
    return ask<RecordingNow[]>(`/api/builds/${build}/recordings?${at.toString()}`);
  },
  beginRecording: (build: string, request: BeginRecording) =>
    ask<RecordingNow>(`/api/builds/${build}/recordings`, request),
  /** A recording from a point on; answered when there is more. */
  recording: (build: string, id: string, after: number) =>
    ask<RecordingNow>(`/api/builds/${build}/recordings/${id}?after=${after}`),
  endRecording: (build: string, id: string, drop: boolean) =>
    ask<RecordingNow>(`/api/builds/${build}/recordings/${id}/end`, { drop }),
  needs: () => ask<PartNeed[]>('/api/crib/needs'),
  plate: async (kind: 'svg' | 'dxf', request: unknown): Promise<Blob> => {
    const response = await fetch(`/api/calc/bolt-circle.${kind}`, {
      method: 'POST',
      body: JSON.stringify(request),
      headers: { 'content-type': 'application/json' },
    });
    if (!response.ok) throw new Problem(response.status, 'The drawing was not made.');
    return response.blob();
  },
  photo: (picture: Blob) => post<PhotoRef>('/api/photos', picture, picture.type),
  putCrib: (csv: string) => post<{ tools: number }>('/api/crib.csv', csv, 'text/csv'),
  work: (id: string, by: string, commands: Command[]) =>
    ask<WorkAnswer>(`/api/builds/${id}/work`, { by, commands }),
};
