// @vitest-environment jsdom
import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { slotKey } from '../src/bench/state/typed';
import { slotsOf } from '../src/figures/scene';
import { benchAt, emptyOf, taskAt } from './benchAt';

vi.mock('../src/api/keep', () => ({ get: () => Promise.resolve(undefined), set: () => Promise.resolve() }));

afterEach(cleanup);

let builds = 0;
const numbers = taskAt('balancer-inspect', (s) => s.blockedBy === null && emptyOf(s, 'number').length > 1);
/** Once all that is before it is done. */
const unblocked = (at: typeof numbers): typeof numbers => ({
  ...at,
  task: {
    ...at.task,
    steps: at.task.steps.map((s) =>
      s.ref === at.task.next ? { ...s, blockedBy: null, status: 'open' as const } : s,
    ),
  },
});
const ticks = unblocked(taskAt('rocker-trunnions', (s) => emptyOf(s, 'tick').length > 1));
const read = taskAt(
  'balancer-on',
  (s) => s.blockedBy === null && slotsOf(s).some((r) => r.slot.kind === 'number' && r.live),
);

const stepOf = ({ task }: typeof numbers) =>
  task.steps.find((s) => s.ref.step === task.next!.step && s.ref.item === task.next!.item)!;

/** A bench of its own for each, since what is typed is kept by the build. */
const open = (at: typeof numbers) => {
  const build = `build-${++builds}`;
  return { ...benchAt(at, build), build, user: userEvent.setup() };
};

describe('a number is typed at its place', () => {
  const [first, second] = emptyOf(stepOf(numbers), 'number') as [string, string];

  test('the keyboard is there at once, Enter takes it, and the next place has the keyboard', async () => {
    const { user, sent, place, now, waiting } = open(numbers);
    expect(document.activeElement).toBe(place(first));
    await user.keyboard('34.02{Enter}');
    expect(sent).toHaveBeenCalledExactlyOnceWith(
      expect.objectContaining({
        do: 'take-reading',
        typed: '34.02',
        unit: 'mm',
        oddConfirmed: false,
        slot: { step: stepOf(numbers).ref, round: 1, slot: first },
      }),
    );
    now({ waiting: waiting() });
    expect(document.activeElement).toBe(place(second));
    expect(screen.getByText('34.02')).toBeTruthy();
  });

  test('what can’t be a number is said there, stays as it was typed, and is put right there', async () => {
    const { user, sent, place } = open(numbers);
    await user.keyboard('3x4{Enter}');
    expect(sent).not.toHaveBeenCalled();
    expect(screen.getByRole('alert').textContent).toMatch(/^“3x4” is not a number/);
    expect(place(first)).toHaveProperty('value', '3x4');
    expect(document.activeElement).toBe(place(first));
    await user.keyboard('{Backspace}');
    expect(screen.queryByRole('alert')).toBeNull();
    await user.keyboard('{Backspace}4{Enter}');
    expect(sent).toHaveBeenCalledExactlyOnceWith(expect.objectContaining({ typed: '34' }));
  });

  test('the big button takes what is typed, and says what would be right where nothing is', async () => {
    const { user, sent } = open(numbers);
    const big = () => screen.getAllByRole('button').find((b) => b.querySelector('kbd'))!;
    await user.click(big());
    expect(screen.getByRole('alert').textContent).toMatch(/^Nothing is typed/);
    await user.keyboard('33.9');
    await user.click(big());
    expect(sent).toHaveBeenCalledExactlyOnceWith(expect.objectContaining({ typed: '33.9' }));
  });

  test('it is still there after the bench was left and come back to', async () => {
    const { user, leave, build, sent } = open(numbers);
    await user.keyboard('33.');
    leave();
    const again = benchAt(numbers, build);
    expect(again.place(first)).toHaveProperty('value', '33.');
    await user.keyboard('8{Enter}');
    expect(sent).not.toHaveBeenCalled();
    expect(again.sent).toHaveBeenCalledExactlyOnceWith(expect.objectContaining({ typed: '33.8' }));
  });

  test('a gauge that types does so wherever the keyboard is', async () => {
    const { user, sent, place } = open(numbers);
    screen.getByRole('button', { name: 'Why' }).focus();
    await user.keyboard('34');
    expect(document.activeElement).toBe(place(first));
    await user.keyboard('.02{Enter}');
    expect(sent).toHaveBeenCalledExactlyOnceWith(expect.objectContaining({ typed: '34.02' }));
  });
});

describe('a reading that is asked about', () => {
  const [first] = emptyOf(stepOf(numbers), 'number') as [string];
  const key = slotKey(stepOf(numbers).ref, 1, first);
  const asking = {
    [key]: { typed: '340', question: { template: 'Ten times what was expected. Is it so?', args: {} } },
  };

  test('has the keyboard again, and the same again confirms it', async () => {
    const { user, sent, place, now, build } = open(numbers);
    const { typed } = await import('../src/bench/state/typed');
    typed.draft(build, key, '340');
    now({ notices: asking });
    expect(screen.getByRole('alert').textContent).toBe('Ten times what was expected. Is it so?');
    expect(document.activeElement).toBe(place(first));
    await user.keyboard('{Enter}');
    expect(sent).toHaveBeenCalledExactlyOnceWith(
      expect.objectContaining({ typed: '340', oddConfirmed: true }),
    );
  });

  test('another number is no confirmation', async () => {
    const { user, sent, now, build } = open(numbers);
    const { typed } = await import('../src/bench/state/typed');
    typed.draft(build, key, '340');
    now({ notices: asking });
    await user.keyboard('{Backspace}{Enter}');
    expect(sent).toHaveBeenCalledExactlyOnceWith(
      expect.objectContaining({ typed: '34', oddConfirmed: false }),
    );
  });
});

describe('ticks', () => {
  const [first, second] = emptyOf(stepOf(ticks), 'tick') as [string, string];

  test.each(['{Enter}', ' ', '{PageDown}'])('%s ticks, once, and goes on', async (pressed) => {
    const { user, sent, place, now, waiting } = open(ticks);
    expect(document.activeElement).toBe(place(first));
    expect(place(first).getAttribute('aria-checked')).toBe('false');
    await user.keyboard(pressed);
    expect(sent).toHaveBeenCalledExactlyOnceWith(
      expect.objectContaining({ do: 'take-reading', typed: 'done' }),
    );
    now({ waiting: waiting() });
    expect(place(first).getAttribute('aria-checked')).toBe('true');
    expect(document.activeElement).toBe(place(second));
    await user.click(place(first));
    expect(sent).toHaveBeenCalledTimes(1);
  });

  test('Shift and Enter goes back, and ticks nothing', async () => {
    const { user, sent, place } = open(ticks);
    await user.click(place(second));
    sent.mockClear();
    place(second).focus();
    await user.keyboard('{Shift>}{Enter}{/Shift}');
    expect(document.activeElement).toBe(place(first));
    expect(sent).not.toHaveBeenCalled();
  });
});

test('a reading is struck with a reason, or kept', async () => {
  const { user, sent } = open(read);
  const live = slotsOf(stepOf(read)).find((s) => s.slot.kind === 'number' && s.live)!;
  const box = () => document.querySelector<HTMLElement>(`[data-taken='${live.slot.key}']`)!;
  await user.click(box());
  expect(screen.getByRole('dialog').textContent).toContain(live.live.by.name);
  await user.click(screen.getByRole('button', { name: 'Keep it' }));
  expect(sent).not.toHaveBeenCalled();
  await user.click(box());
  await user.click(screen.getByRole('button', { name: 'The gauge moved' }));
  expect(sent).toHaveBeenCalledExactlyOnceWith({
    do: 'strike',
    reading: live.live.id,
    because: 'gauge-moved',
  });
});
