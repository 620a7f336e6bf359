// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactNode } from 'react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { api } from '../src/api/client';
import type { DefaultLimit } from '../src/api/types';
import { SettingsProvider } from '../src/entry/reader';
import { HouseRules } from '../src/screens/settings/HouseRules';
import { Lubricants } from '../src/screens/settings/Lubricants';
import { Sealants } from '../src/screens/settings/Sealants';

globalThis.ResizeObserver = class {
  observe() {}
  unobserve() {}
  disconnect() {}
};

const change = vi.spyOn(api, 'changeSettings');
beforeEach(() => {
  change.mockReset().mockResolvedValue({} as Awaited<ReturnType<typeof api.changeSettings>>);
});
afterEach(cleanup);

const shown = (form: ReactNode) =>
  render(
    <QueryClientProvider client={new QueryClient()}>
      <SettingsProvider>{form}</SettingsProvider>
    </QueryClientProvider>,
  );
const box = (label: string) => screen.getByLabelText<HTMLInputElement>(label, { exact: false });
const fill = async (label: string, text: string) => {
  await userEvent.clear(box(label));
  await userEvent.type(box(label), text);
};
const press = (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }));

const limit = {
  id: 'cover.centring',
  label: 'Cover off its centre',
  dimension: 'length',
  low: 0.1,
  high: 0.2,
  stopSide: 'upper',
} as DefaultLimit;
const rule = { id: limit.id, low: 0.08, high: 0.15, by: 'ines' };

test('a house rule half of which can’t be read stays whole as it was', async () => {
  shown(<HouseRules defaults={[limit]} house={[rule]} />);
  await fill('stop above', '0.1S');
  await press('House rule');
  expect(change).not.toHaveBeenCalled();
  expect([box('stop above').value, screen.getByRole('alert').textContent]).toEqual([
    '0.1S',
    'This must be a number.',
  ]);
  await fill('stop above', '0.14');
  await press('House rule');
  expect(change.mock.lastCall![0].rule).toMatchObject({ low: 0.08, high: 0.14 });
});

test('what a sealant loses to the cold is not nothing where it can’t be read', async () => {
  const product = { skinMinutes: 10, openMinutes: 20, handleHours: 1, cureHours: 24, perCFactor: 1.03 };
  shown(<Sealants all={[{ id: 's', name: 'Grey', source: 'house', product }]} />);
  await press(/^Grey/);
  await fill('Longer for each', 'three');
  await press('Keep it');
  expect(change).not.toHaveBeenCalled();
  expect(screen.getByRole('alert').textContent).toBe('This must be a number.');
  await fill('Longer for each', '4');
  await press('Keep it');
  expect(change.mock.lastCall![0].sealant!.product).toEqual({ ...product, perCFactor: 1.04 });
});

test('a lubricant’s friction that can’t be read is said at its box', async () => {
  shown(<Lubricants all={[]} />);
  await press('Another lubricant');
  await fill('As you call it', 'Black paste');
  await fill('Friction, least', '0.1');
  await fill('Friction, most', 'O.14');
  await press('Keep it');
  expect(change).not.toHaveBeenCalled();
  expect(box('Friction, most').getAttribute('aria-invalid')).toBe('true');
  expect(box('Friction, least').getAttribute('aria-invalid')).toBe('false');
});
