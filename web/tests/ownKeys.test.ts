// @vitest-environment jsdom
import { beforeEach, describe, expect, test } from 'vitest';
import { ownKeys } from '../src/ui/ownKeys';

const fire = (what: Element, type: string, key: string, repeat = false) =>
  what.dispatchEvent(new KeyboardEvent(type, { key, repeat, bubbles: true, cancelable: true }));

describe('a key', () => {
  document.body.innerHTML = '<input id="place"><button id="big">Go on</button>';
  const [place, big] = [document.querySelector('#place')!, document.querySelector('#big')!];
  ownKeys(document);
  beforeEach(() => fire(place, 'keyup', 'Enter'));

  test('that took a reading does not press what gets the keyboard while it is down', () => {
    expect(fire(place, 'keydown', 'Enter')).toBe(true);
    expect(fire(big, 'keypress', 'Enter')).toBe(false);
    expect(fire(big, 'keydown', 'Enter', true)).toBe(false);
    expect(fire(big, 'keypress', 'Enter', true)).toBe(false);
  });

  test('presses where it was pressed, and again once it was let go', () => {
    expect(fire(place, 'keydown', 'Enter')).toBe(true);
    expect(fire(place, 'keypress', 'Enter')).toBe(true);
    fire(big, 'keyup', 'Enter');
    expect(fire(big, 'keydown', 'Enter')).toBe(true);
    expect(fire(big, 'keypress', 'Enter')).toBe(true);
  });

  test('that is typed goes on where the keyboard is', () => {
    fire(place, 'keydown', '3');
    expect(fire(big, 'keypress', '3')).toBe(true);
  });

  test('of a tablet that names it only late is taken', () => {
    fire(place, 'keydown', 'Unidentified');
    expect(fire(place, 'keypress', 'Enter')).toBe(true);
  });
});
