// @vitest-environment jsdom
import { renderHook } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { useAnew } from '../src/api/live';

type Props = { told: string | null; mark: string | null; underWay: boolean };

function watched(first: Props) {
  const ask = vi.fn();
  const { rerender } = renderHook(({ told, ...answer }: Props) => useAnew(told, answer, ask), {
    initialProps: first,
  });
  return { ask, then: rerender };
}

test('what the answer holds already is not asked for again, also where it comes after the event', () => {
  const { ask, then } = watched({ told: null, mark: null, underWay: true });
  then({ told: 'a.3', mark: null, underWay: true });
  then({ told: 'a.3', mark: 'a.3', underWay: false });
  then({ told: 'a.2', mark: 'a.3', underWay: false });
  expect(ask).not.toHaveBeenCalled();
});

test('what grew while the answer was on its way is asked for once it is there, and once', () => {
  const { ask, then } = watched({ told: 'a.4', mark: null, underWay: true });
  expect(ask).not.toHaveBeenCalled();
  then({ told: 'a.4', mark: 'a.3', underWay: false });
  expect(ask).toHaveBeenCalledTimes(1);
  then({ told: 'a.4', mark: 'a.3', underWay: true });
  then({ told: 'a.4', mark: 'a.4', underWay: false });
  expect(ask).toHaveBeenCalledTimes(1);
  then({ told: 'a.5', mark: 'a.4', underWay: false });
  expect(ask).toHaveBeenCalledTimes(2);
});

test('an event of another instance is asked after, however far this one had got', () => {
  const { ask, then } = watched({ told: null, mark: 'a.90', underWay: false });
  then({ told: 'b.1', mark: 'a.90', underWay: false });
  then({ told: 'b.1', mark: 'a.91', underWay: false });
  expect(ask).toHaveBeenCalledTimes(1);
});
