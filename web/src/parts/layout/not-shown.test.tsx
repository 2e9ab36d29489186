import { render, screen } from '@testing-library/react';
import { MemoryRouter } from 'react-router';
import { OfflineError, ProblemError } from '../../data/wire/client.ts';
import { NotShown } from './NotShown.tsx';

const heading = (error?: unknown) => {
  render(<NotShown what="path" error={error} />, { wrapper: MemoryRouter });
  return screen.getByRole('heading', { level: 1 }).textContent;
};

it('what is not here is said in a heading, with the bin and the way to the others', () => {
  expect(heading(new ProblemError(404, 'There is no path with the id 7.'))).toBe(
    'There is no such path here.',
  );
  expect(screen.getByRole('link', { name: 'bin' }).getAttribute('href')).toBe('/bin');
  expect(screen.getByRole('link', { name: 'All paths' }).getAttribute('href')).toBe('/paths');
  // What the server says of it is for programs.
  expect(screen.queryByRole('alert')).toBeNull();
});

it('what is not among those that were fetched is not here either', () => {
  expect(heading()).toBe('There is no such path here.');
});

it('a server that does not answer is no missing path: why it could not be fetched is said', () => {
  expect(heading(new OfflineError())).toBe('This path could not be fetched.');
  expect(screen.getByRole('alert').textContent).toMatch(/does not answer/);
  expect(screen.queryByRole('link', { name: 'bin' })).toBeNull();
});
