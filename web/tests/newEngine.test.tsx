// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { api, Problem } from '../src/api/client';
import { SettingsProvider } from '../src/entry/reader';
import { NewEngine } from '../src/screens/NewEngine';

globalThis.ResizeObserver = class {
  observe() {}
  unobserve() {}
  disconnect() {}
};

const add = vi.spyOn(api, 'addEngine');
const open = vi.spyOn(api, 'open');
vi.spyOn(api, 'drawn').mockReturnValue(new Promise(() => undefined));
vi.spyOn(api, 'next').mockResolvedValue({ number: '021' });

beforeEach(() => {
  add.mockReset().mockResolvedValue({ id: 'six' } as Awaited<ReturnType<typeof api.addEngine>>);
  open.mockReset().mockResolvedValue({} as Awaited<ReturnType<typeof api.open>>);
  render(
    <MemoryRouter>
      <QueryClientProvider client={new QueryClient()}>
        <SettingsProvider>
          <NewEngine />
        </SettingsProvider>
      </QueryClientProvider>
    </MemoryRouter>,
  );
});
afterEach(cleanup);

const box = (label: RegExp) => screen.getByRole<HTMLInputElement>('textbox', { name: label });
const fill = async (label: RegExp, text: string) => {
  await userEvent.clear(box(label));
  if (text !== '') await userEvent.type(box(label), text);
};
const put = () => userEvent.click(screen.getByRole('button', { name: 'Put it on the bench' }));

test.each([
  [/^Bore/, 'about 80', 'This must be a length, such as 80.'],
  [/^Stroke/, '8O', 'This must be a length, such as 80.'],
  [/^Cylinders/, 'six', 'This must be a whole number.'],
  [/^Between the banks/, 'sixty', 'This must be an angle in degrees, such as 60.'],
])(
  'what can’t be read at %s is not taken for nothing: it is said there, and kept',
  async (label, text, words) => {
    await fill(/^What the shop/, 'Big six');
    await userEvent.click(screen.getByRole('radio', { name: 'V' }));
    await fill(label, text);
    await put();
    expect(add).not.toHaveBeenCalled();
    expect(document.activeElement).toBe(box(label));
    expect([box(label).value, box(label).getAttribute('aria-invalid')]).toEqual([text, 'true']);
    expect(screen.getByRole('alert').textContent).toBe(words);
  },
);

test('what the server refuses is said at its box, until that is typed anew', async () => {
  add.mockRejectedValueOnce(
    new Problem(422, 'These values can’t be used.', { 'arrangement.rockers': ['must be from 0 to 48'] }),
  );
  await fill(/^What the shop/, 'Big six');
  await fill(/^Bore/, '3.5 in');
  await fill(/^Rockers/, '99');
  await put();
  expect(document.activeElement).toBe(box(/^Rockers/));
  expect(screen.getByRole('alert').textContent).toBe('This must be from 0 to 48.');
  await fill(/^Rockers/, '12');
  expect(screen.queryByRole('alert')).toBeNull();
  await put();
  await waitFor(() => expect(open).toHaveBeenCalledOnce());
  expect(add.mock.lastCall![0].arrangement).toMatchObject({
    boreMm: expect.closeTo(88.9, 9) as number,
    strokeMm: null,
    rockers: 12,
  });
  expect(open.mock.lastCall![0]).toMatchObject({ number: '021', name: 'Big six', sheet: 'six' });
});
