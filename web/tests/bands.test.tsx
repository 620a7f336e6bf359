// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { Bands } from '../src/screens/plan/Bands';
import { block, planOf } from './aPlan';

// 132 px of names, 16 px at the end, and 100 px an hour from 7:00 to 13:00.
const wide = 132 + 16 + 600;

beforeEach(() => {
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      disconnect() {}
    },
  );
  vi.spyOn(HTMLElement.prototype, 'clientWidth', 'get').mockReturnValue(wide);
  HTMLElement.prototype.setPointerCapture = () => {};
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

function shown() {
  const onDrop = vi.fn();
  const onOpen = vi.fn();
  const of = (from: string, to: string) => (
    <Bands
      plan={planOf(block('cover', 'ines', from, to))}
      day="2026-06-01"
      open={null}
      onOpen={onOpen}
      onDrop={onDrop}
    />
  );
  const { rerender } = render(of('08:00', '09:00'));
  return { onDrop, onOpen, replan: (from: string, to: string) => rerender(of(from, to)) };
}

const cover = () => screen.getByRole('button', { name: /do cover/i });
const left = () => cover().style.left;

test('a block that is in hand stays in it when a new plan comes, and is dropped from where it was taken', () => {
  const { onDrop, onOpen, replan } = shown();
  const [taken, box] = [left(), cover()];
  fireEvent.pointerDown(box, { button: 0, pointerId: 1, clientX: 300, clientY: 60 });
  replan('10:00', '11:00');
  expect(left()).toBe(taken);
  fireEvent.pointerMove(box, { pointerId: 1, clientX: 350, clientY: 132 });
  replan('11:00', '12:00');
  fireEvent.pointerUp(box, { pointerId: 1, clientX: 350, clientY: 132 });
  fireEvent.click(box);
  // Half an hour later, one band down.
  expect(onDrop).toHaveBeenCalledExactlyOnceWith(expect.objectContaining({ id: 'cover' }), 8.5 * 60, 'tomas');
  expect(onOpen).not.toHaveBeenCalled();
  expect(left()).not.toBe(taken);
});

test('a block that was only tapped opens, and the newest plan shows again', () => {
  const { onDrop, onOpen, replan } = shown();
  const taken = left();
  fireEvent.pointerDown(cover(), { button: 0, pointerId: 1, clientX: 300, clientY: 60 });
  replan('10:00', '11:00');
  fireEvent.pointerUp(cover(), { pointerId: 1, clientX: 302, clientY: 60 });
  fireEvent.click(cover());
  expect(onOpen).toHaveBeenCalledOnce();
  expect(onDrop).not.toHaveBeenCalled();
  expect(left()).not.toBe(taken);
});

test('a hold that the system breaks off drops nothing', () => {
  const { onDrop, replan } = shown();
  const taken = left();
  fireEvent.pointerDown(cover(), { button: 0, pointerId: 1, clientX: 300, clientY: 60 });
  fireEvent.pointerMove(cover(), { pointerId: 1, clientX: 350, clientY: 60 });
  fireEvent.pointerCancel(cover(), { pointerId: 1 });
  replan('10:00', '11:00');
  expect(onDrop).not.toHaveBeenCalled();
  expect(left()).not.toBe(taken);
});

test('a finger that sets out up or down takes no block with it', () => {
  const { onDrop } = shown();
  const finger = { pointerId: 1, pointerType: 'touch' };
  fireEvent.pointerDown(cover(), { ...finger, button: 0, clientX: 300, clientY: 60 });
  fireEvent.pointerMove(cover(), { ...finger, clientX: 304, clientY: 80 });
  fireEvent.pointerMove(cover(), { ...finger, clientX: 350, clientY: 132 });
  fireEvent.pointerUp(cover(), { ...finger, clientX: 350, clientY: 132 });
  expect(onDrop).not.toHaveBeenCalled();
  fireEvent.pointerDown(cover(), { ...finger, button: 0, clientX: 300, clientY: 60 });
  fireEvent.pointerMove(cover(), { ...finger, clientX: 320, clientY: 64 });
  fireEvent.pointerUp(cover(), { ...finger, clientX: 350, clientY: 60 });
  expect(onDrop).toHaveBeenCalledOnce();
});
