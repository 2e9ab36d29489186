/** What is said is shown, also what was said before there was a place for it. */
import { render, screen } from '@testing-library/react';
import Notices from './Notices.tsx';
import { say, unsay } from './say.ts';
import { act } from 'react';

it('what was said before anything could show it is shown then, in order, and once', async () => {
  say('The first.');
  say('The second.');
  const { unmount } = render(<Notices />);
  await screen.findByText('The second.');
  expect(screen.getAllByRole('alert').map(({ textContent }) => textContent)).toEqual([
    'The first.',
    'The second.',
  ]);
  unmount();
  render(<Notices />);
  act(() => say('The third.'));
  await screen.findByText('The third.');
  expect(screen.queryByText('The first.')).toBeNull();
});

it('what waited is taken back too', async () => {
  say('Undo me.');
  unsay();
  render(<Notices />);
  act(() => say('Seen.'));
  await screen.findByText('Seen.');
  expect(screen.queryByText('Undo me.')).toBeNull();
});

it('the newest stands lowest, where it stays when older ones go', async () => {
  render(<Notices />);
  act(() => {
    say('Older.');
    say('Newest.');
  });
  const newest = await screen.findByText('Newest.');
  const [older] = screen.getAllByText('Older.');
  expect(older.compareDocumentPosition(newest)).toBe(Node.DOCUMENT_POSITION_FOLLOWING);
  const all = newest.closest('.notistack-SnackbarContainer')!;
  const { bottom, flexDirection } = getComputedStyle(all);
  expect({ bottom, flexDirection }).toEqual({ bottom: '14px', flexDirection: 'column' });
});
