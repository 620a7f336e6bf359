// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { play } from '../src/bench/state/sounds';
import { Closing } from '../src/screens/plan/Closing';
import { at, block, planOf } from './aPlan';

vi.mock('../src/bench/state/sounds', () => ({ play: vi.fn() }));

beforeEach(() => {
  vi.useFakeTimers({ now: Date.parse(at('10:21')) });
  vi.mocked(play).mockClear();
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

const close = block('close', 'ines', '10:30', '10:50', { beginBy: at('10:33'), title: 'Close the cover' });

function shown(open?: Parameters<typeof Closing>[0]['open']) {
  const client = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
  client.setQueryData(['plan', 'kept'], planOf(close, block('later', 'tomas', '11:00', '11:30')));
  render(
    <QueryClientProvider client={client}>
      <Closing open={open} />
    </QueryClientProvider>,
  );
}

const wait = (minutes: number) => act(() => vi.advanceTimersByTimeAsync(minutes * 60_000));

test('a window is told of ten minutes before it closes, by one sound, and no longer once it has', async () => {
  shown();
  expect(screen.queryByRole('alert')).toBeNull();
  await wait(1);
  expect(play).not.toHaveBeenCalled();
  await wait(2);
  expect(screen.getByRole('alert').textContent).toMatch(/^Ines: close the cover, 014, within 9\D/);
  await wait(4);
  expect(play).toHaveBeenCalledExactlyOnceWith('odd');
  await wait(6);
  expect(screen.queryByRole('alert')).toBeNull();
});

test('the task that is open tells of its own', async () => {
  shown({ build: 'b14', task: { kind: 'timing-cover', place: 'cover' } });
  await wait(5);
  expect(screen.queryByRole('alert')).toBeNull();
  cleanup();
  shown({ build: 'b14', task: { kind: 'front-seal', place: 'cover' } });
  expect(screen.getAllByRole('alert')).toHaveLength(1);
});
