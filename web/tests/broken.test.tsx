// @vitest-environment jsdom
import { render, screen } from '@testing-library/react';
import { expect, test, vi } from 'vitest';
import { Broken } from '../src/screens/Broken';

function Breaks({ now }: { now: boolean }): string {
  if (now) throw new Error('the figure fell off');
  return 'whole';
}

test('a screen that breaks says so, with what broke and the way back, instead of going blank', () => {
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
  const { rerender } = render(
    <Broken>
      <Breaks now={false} />
    </Broken>,
  );
  expect(screen.getByText('whole')).toBeTruthy();
  rerender(
    <Broken>
      <Breaks now />
    </Broken>,
  );
  expect(screen.getByRole('alert').textContent).toContain('the figure fell off');
  expect(screen.getByRole('link', { name: 'To Today' }).getAttribute('href')).toBe('/');
});
