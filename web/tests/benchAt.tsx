import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { MemoryRouter } from 'react-router';
import { gunzipSync } from 'node:zlib';
import { vi } from 'vitest';
import type { Waiting } from '../src/api/outbox';
import type { StepState, TaskState } from '../src/api/types';
import type { Bench, Work } from '../src/bench/state/useBuild';
import { TaskBench } from '../src/bench/TaskBench';
import { SettingsProvider } from '../src/entry/reader';
import { slotsOf } from '../src/figures/scene';
import { sheetFrom } from './sheets';

globalThis.ResizeObserver = class {
  observe() {}
  unobserve() {}
  disconnect() {}
};
// What a browser has and this one lacks.
Element.prototype.scrollIntoView = () => undefined;
Element.prototype.hasPointerCapture = () => false;

interface Kept {
  sheet: string;
  task: TaskState;
}

/** What no figure looks at is not kept with the states. */
const unseen = { notes: [], photos: [], measuredAt: [], cautions: [], otherwise: null, changedAt: 0 };

/** A task as it really stands somewhere, open at the first step for which something holds. */
export function taskAt(kind: string, holds: (step: StepState, task: TaskState) => boolean): Kept {
  const file = join(import.meta.dirname, `../../tests/states/${kind}.json.gz`);
  const all = JSON.parse(gunzipSync(readFileSync(file)).toString('utf8')) as Kept[];
  for (const { sheet, task } of all) {
    const steps = task.steps.map((s) => ({ ...unseen, ...s }));
    const step = steps.find((s) => holds(s, task));
    if (step) return { sheet, task: { ...task, steps, next: step.ref } };
  }
  throw new Error(`No kept state of ${kind} is like that.`);
}

/** Places of a step that are asked for and have nothing in them. */
export const emptyOf = (step: StepState, kind: string): string[] =>
  slotsOf(step)
    .filter((s) => s.slot.kind === kind && s.slot.required && s.readings.length === 0)
    .map((s) => s.slot.key);

/** The bench at a task, with nothing behind it: what would be sent is seen. */
export function benchAt({ sheet, task }: Kept, build: string) {
  const sent = vi.fn<(...work: Work[]) => void>();
  const bench: Bench = {
    view: undefined,
    shop: { instruments: [], people: [], crib: [] } as unknown as Bench['shop'],
    problem: null,
    me: 'ines',
    send: sent,
    waiting: [],
    aside: [],
    sendAgain: () => undefined,
    strikeAside: () => undefined,
    line: 'up',
    notices: {},
    refused: null,
    up: new Set(),
    lost: () => undefined,
  };
  const drawn = (now: Partial<Bench>) => (
    <SettingsProvider>
      <QueryClientProvider client={new QueryClient()}>
        <MemoryRouter>
          <TaskBench
            bench={{ ...bench, ...now }}
            task={{ ...task, last: null }}
            sheet={sheetFrom(sheet)}
            build={build}
            siblings={[]}
            onwards={undefined}
            onOpen={() => undefined}
            strip={null}
            big={false}
            setBig={() => undefined}
            item={undefined}
          />
        </MemoryRouter>
      </QueryClientProvider>
    </SettingsProvider>
  );
  const screen = render(drawn({}));
  return {
    sent,
    /** What was sent last, as the outbox would hold it. */
    waiting: (): Waiting[] =>
      sent.mock.calls.flat().map((work, i) => ({
        by: 'ines',
        command: { ...work, id: `sent-${i}`, doneAt: '2026-06-01T08:00:00Z' },
      })),
    now: (more: Partial<Bench>) => screen.rerender(drawn(more)),
    leave: screen.unmount,
    place: (key: string) => document.querySelector<HTMLElement>(`[data-slot='${key}']`)!,
  };
}
