import { describe, expect, it } from 'vitest';
import { fromRows, onCircle, onRectangle } from '../src/screens/sheets/patterns';

const read = (text: string) => {
  const value = Number(text.replace(',', '.'));
  return Number.isFinite(value) ? value : undefined;
};

describe('bolts placed at once', () => {
  it('stand evenly on a circle, clockwise from the first', () => {
    const six = onCircle(6, 100, 30);
    expect(six[0]).toEqual([25, 43.3]);
    expect(six[1]).toEqual([50, 0]);
    for (const [x, y] of six) expect(Math.hypot(x, y)).toBeCloseTo(50, 0);
  });

  it('stand evenly round a rectangle, none outside of it, its first corner first', () => {
    const eight = onRectangle(8, 120, 150, -50);
    expect(eight[0]).toEqual([-60, 150]);
    expect(eight[2]).toEqual([60, 110]);
    for (const [x, y] of eight)
      expect(Math.abs(Math.abs(x) - 60) < 1e-6 || Math.abs(y - 150) < 1e-6 || Math.abs(y + 50) < 1e-6).toBe(
        true,
      );
    const gaps = eight.map(([x, y], i) => {
      const [nx, ny] = eight[(i + 1) % 8]!;
      return Math.abs(nx - x) + Math.abs(ny - y);
    });
    for (const gap of gaps) expect(gap).toBeCloseTo(80, 5);
  });

  it('come in as rows of any table, with a name before them or none', () => {
    expect(fromRows('70\t150\n80; -60\n\nC3 -80 -60\n-70,5, 150', read)).toEqual({
      places: [
        [70, 150],
        [80, -60],
        [-80, -60],
        [-70.5, 150],
      ],
    });
  });

  it.each([
    ['70 150\n80', 'Row 2, “80”, must be two numbers'],
    ['70 wide\n80 1', 'Row 1, “70 wide”'],
    ['1 2 3 4\n5 6', 'Row 1'],
    ['70 150', 'There must be 2 to 40 rows'],
    ['', 'there are 0'],
  ])('that can’t be read are said by the row: %j', (text, words) => {
    expect(fromRows(text, read)).toEqual({ wrong: expect.stringContaining(words) as string });
  });
});
