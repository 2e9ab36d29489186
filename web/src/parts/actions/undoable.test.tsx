/** What can be taken back, and what cannot any more. */
import { fireEvent, render, screen } from '@testing-library/react';
import Notices from './Notices.tsx';
import { undoable } from './undoable.tsx';
import { act } from 'react';

it('where a message stands alone, nobody takes back what an older one said, however quick', async () => {
  const taken: string[] = [];
  const change = (to: string) =>
    undoable({
      run: () => Promise.resolve(),
      said: `Now ${to}.`,
      undo: () => Promise.resolve(taken.push(to)),
      alone: true,
    });
  render(<Notices />);
  await act(() => change('50'));
  await screen.findByText('Now 50.');
  await act(() => change('100'));
  await screen.findByText('Now 100.');
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  expect(taken).toEqual(['100']);
  expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull();
});
