import { describe, expect, it } from 'vitest';
import { bandsOf, chainOf, daysOf, onDay, sayOf, spanOf } from '../src/screens/plan/layout';
import { dayAfter, dayName, minuteText, offsetOf, saidOn, timeAt, timeOf } from '../src/screens/plan/wall';
import { at, block, planOf } from './aPlan';
import { readSpans, writeSpans } from '../src/screens/settings/spans';

const warm = block('warm', 'ines', '09:00', '09:05', {
  wait: 'gear in the oven',
  waitThings: ['oven'],
  readyAt: at('10:20'),
  chain: true,
});
const on = block('on', 'tomas', '10:20', '10:40', { chain: true });
const cover = block('cover', 'ines', '11:00', '11:30', {
  wait: 'sealant cures',
  waitThings: ['crank'],
  readyAt: at('14:00', '2026-06-02'),
});

describe('the bands of a day', () => {
  const bands = bandsOf(planOf(warm, on, cover), '2026-06-01');

  it('has one for each person, each thing that is taken, and each engine that is left alone', () => {
    expect(bands.map((b) => b.name)).toEqual(['Ines', 'Tomas', 'Oven', 'Press, out of use', '014']);
    expect(bands[2]!.pieces).toMatchObject([{ from: 545, to: 620, waits: true }]);
    // It goes on over midnight.
    expect(bands[4]!.pieces).toMatchObject([{ from: 690, to: 1440, waits: true }]);
  });

  it('goes on the next day where a wait does', () => {
    const next = bandsOf(planOf(warm, on, cover), '2026-06-02');
    expect(next.find((b) => b.name === '014')!.pieces).toMatchObject([{ from: 0, to: 840, begins: false }]);
    expect(next[0]!.pieces).toEqual([]);
  });

  it('is drawn over everybody’s hours, and what lies outside of them', () => {
    expect(spanOf(bands)).toEqual([420, 780]);
    expect(spanOf(bandsOf(planOf(block('late', 'ines', '19:10', '20:30')), '2026-06-01'))).toEqual([
      420, 1260,
    ]);
    expect(spanOf([])).toEqual([480, 1020]);
  });

  it('joins what holds the last: through the oven, since that is what is waited for', () => {
    expect(chainOf(bands, '2026-06-01')[0]).toEqual([
      [545, 0],
      [545, 2],
      [620, 2],
      [620, 1],
    ]);
    // Somebody else’s job that could begin before the wait is over is joined by hand.
    const early = bandsOf(
      planOf(warm, block('on', 'tomas', '09:30', '10:00', { chain: true })),
      '2026-06-01',
    );
    expect(chainOf(early, '2026-06-01')[0]).toEqual([
      [545, 0],
      [570, 1],
    ]);
  });

  it('lists the days that have work, today among them', () => {
    const tomorrow = { from: at('08:00', '2026-06-03'), to: at('09:00', '2026-06-03') };
    expect(daysOf(planOf(block('b', 'ines', '08:00', '09:00', { parts: [tomorrow] })))).toEqual([
      '2026-06-01',
      '2026-06-03',
    ]);
  });

  it('is read aloud as who, when, what, which', () => {
    expect(sayOf(warm, 'Ines')).toBe('Ines: 09:00 to 09:05, do warm, 014');
    expect(
      sayOf(
        block('b', 'ines', '16:00', '17:00', {
          left: '5 of 12 left',
          parts: [
            { from: at('16:00'), to: at('17:00') },
            { from: at('08:00', '2026-06-02'), to: at('09:15', '2026-06-02') },
          ],
        }),
        'Ines',
      ),
    ).toBe('Ines: 16:00 to the day after 09:15, do b, 014, 5 of 12 left');
  });

  it('takes nothing of another day', () => {
    expect(onDay('2026-06-01', at('23:00', '2026-05-31'), at('00:00'))).toBeNull();
    expect(onDay('2026-06-01', at('23:00', '2026-05-31'), at('01:00'))).toEqual([0, 60]);
  });
});

describe('the clock on the wall', () => {
  it('shows what the shop’s clock does, wherever the tablet is', () => {
    expect(timeOf(at('08:05'))).toBe('8:05');
    expect(saidOn('2026-06-01', at('08:05'))).toBe('8:05');
    expect(saidOn('2026-06-01', at('08:05', '2026-06-02'))).toBe('Tuesday 8:05');
    expect(minuteText(545)).toBe('9:05');
    expect([offsetOf(at('08:00')), offsetOf('2026-06-01T08:00:00Z')]).toEqual(['+02:00', '+00:00']);
    expect(timeAt('2026-06-01', 545, '+02:00')).toBe(at('09:05'));
    expect([dayAfter('2026-02-28', 1), dayName('2026-06-01', 'short')]).toEqual(['2026-03-01', 'Mon']);
  });
});

describe('hours as they are typed', () => {
  it.each([
    ['8 to 12, 13:00-17:30', '8:00–12:00, 13:00–17:30'],
    ['07.30 – 12.00', '7:30–12:00'],
    ['', ''],
    ['8:00–12:00;13:00–17:00', '8:00–12:00, 13:00–17:00'],
  ])('understands %s', (typed, shown) => {
    expect(writeSpans(readSpans(typed)!)).toBe(shown);
  });

  it.each(['12 to 8', '8 to 25', '8 to 12, 11 to 13', 'mornings', '8'])('refuses %s', (typed) => {
    expect(readSpans(typed)).toBeNull();
  });
});
