/** Parts of a plan being edited: what is half typed in one never shows up in another. */
import { type Plan, readPlan } from '@feldspar/core/plan';
import { fireEvent, render, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { withSection } from '../../data/edits.ts';
import { SectionEditor } from './SectionEditor.tsx';

const { plan } = readPlan({
  format: 'feldspar-plan',
  version: 1,
  title: 'Two clicks',
  sections: [
    {
      bars: 4,
      meter: { beats: 4, unit: '1/4' },
      tempo: { bpm: 80, beat: '1/4' },
      clicks: [{ at: ['0'] }, { at: ['1/4', '3/4'] }],
      play: [{ every: '1/4' }],
    },
  ],
}) as { plan: Plan };

function Editing() {
  const [steps, setSteps] = useState([plan]);
  return (
    <>
      <button onClick={() => setSteps(steps.slice(0, -1))}>Undo</button>
      <SectionEditor
        section={steps[steps.length - 1].sections[0]}
        index={0}
        timeline={null}
        onChange={(change) => setSteps([...steps, withSection(steps[steps.length - 1], 0, change)])}
        playing={false}
        position={() => null}
      />
    </>
  );
}

const places = () =>
  screen.getAllByLabelText<HTMLInputElement>('Places of the bar').map(({ value }) => value);

it('a wrong text goes with the click it was typed in, and undo brings the click back as it was', () => {
  render(<Editing />);
  expect(places()).toEqual(['1', '2, 4']);
  fireEvent.change(screen.getAllByLabelText('Places of the bar')[0], { target: { value: 'two and nine' } });
  expect(places()).toEqual(['two and nine', '2, 4']);
  fireEvent.click(screen.getByRole('button', { name: 'Remove Click 1' }));
  expect(places()).toEqual(['2, 4']);
  fireEvent.click(screen.getByRole('button', { name: 'Undo' }));
  expect(places()).toEqual(['1', '2, 4']);
});

it('typing in a field keeps the field', () => {
  render(<Editing />);
  const [field] = screen.getAllByLabelText('Places of the bar');
  fireEvent.change(field, { target: { value: '3' } });
  expect(places()).toEqual(['3', '2, 4']);
  expect(screen.getAllByLabelText('Places of the bar')[0]).toBe(field);
  expect(within(document.body).queryByText(/There is no beat/)).toBeNull();
});
