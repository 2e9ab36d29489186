import { act, render, screen, within } from '@testing-library/react';
import axe from 'axe-core';
import { MemoryRouter } from 'react-router';
import { stubObservers } from '../../testing/observers.ts';
import PartsScreen from './PartsScreen.tsx';

beforeAll(stubObservers);

const shown = () =>
  render(
    <MemoryRouter>
      <PartsScreen />
    </MemoryRouter>,
  );

it('every part stands there in both rooms, with names that a screen reader says', () => {
  shown();
  for (const room of ['Light', 'Dark room']) {
    const within_ = within(screen.getByRole('region', { name: room }));
    expect(within_.getAllByRole('img').length).toBeGreaterThanOrEqual(3);
    expect(within_.getByRole('searchbox', { name: 'Find' })).toBeTruthy();
    expect(within_.getByRole('textbox', { name: 'Wrong' }).getAttribute('aria-invalid')).toBe('false');
    expect(within_.getAllByRole('alert')).toHaveLength(2);
    expect(within_.getByRole('link', { name: 'Here' }).getAttribute('aria-current')).toBe('page');
  }
});

// axe-core's rules of WCAG 2 A and AA; colours are seen by the browser tests, jsdom draws none.
it('passes the rules that need no drawing', async () => {
  shown();
  // Both rooms hold the same parts; without drawing they are the same.
  const { violations } = await axe.run(screen.getByRole('region', { name: 'Light' }), {
    resultTypes: ['violations'],
    runOnly: ['wcag2a', 'wcag2aa'],
    rules: { 'color-contrast': { enabled: false } },
  });
  expect(violations.map(({ id, nodes }) => [id, nodes[0].html])).toEqual([]);
});

it('what is heard is silenced by the same button', () => {
  shown();
  const [hear] = screen.getAllByRole('button', { name: 'Hear it', pressed: false });
  act(() => hear.click());
  expect(hear.textContent).toBe('Silence');
  expect(hear.getAttribute('aria-pressed')).toBe('true');
});
