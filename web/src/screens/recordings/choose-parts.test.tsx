/** Which tracks of a MIDI file count, and whether each is a line of its own. */
import type { MidiPerformance } from '@feldspar/core/formats';
import { fireEvent, render, screen } from '@testing-library/react';
import ChooseParts from './ChooseParts.tsx';

const part = (track: number, name: string, notes: number) => ({
  track,
  channel: 1,
  name,
  notes,
  firstS: 0,
  lastS: 60,
});
const performance: MidiPerformance = {
  parts: [part(1, 'Hand', 40), part(2, 'Foot', 90), part(3, 'Bell', 4)],
  notes: [],
  durationS: 60,
};

it('the fullest track is proposed; of two it is asked what they are, and each may be a line', () => {
  const onChoose = jest.fn();
  render(<ChooseParts performance={performance} name="two.mid" onChoose={onChoose} onClose={jest.fn()} />);
  const read = () => fireEvent.click(screen.getByRole('button', { name: 'Read them' }));
  expect(screen.queryByRole('radio')).toBeNull();
  read();
  expect(onChoose).toHaveBeenLastCalledWith({ parts: [1], each: false });
  fireEvent.click(screen.getByRole('checkbox', { name: /^Hand/ }));
  read();
  expect(onChoose).toHaveBeenLastCalledWith({ parts: [0, 1], each: false });
  fireEvent.click(screen.getByRole('radio', { name: /^A line each/ }));
  read();
  expect(onChoose).toHaveBeenLastCalledWith({ parts: [0, 1], each: true });
  // One alone is one line, whatever was said of two.
  fireEvent.click(screen.getByRole('checkbox', { name: /^Foot/ }));
  read();
  expect(onChoose).toHaveBeenLastCalledWith({ parts: [0], each: false });
});
