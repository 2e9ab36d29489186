import { type Tempo, tempo } from '@feldspar/core/time';
import { createEvent, fireEvent, render, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { TempoField } from './TempoField.tsx';

interface FieldProps {
  onTempo(t: Tempo): void;
  onValid?(v: boolean): void;
  start?: Tempo;
}

function Field({ onTempo, onValid, start = tempo(100, '1/4') }: FieldProps) {
  const [value, setValue] = useState(start);
  return (
    <TempoField
      value={value}
      onValid={onValid}
      onChange={(next) => {
        setValue(next);
        onTempo(next);
      }}
    />
  );
}

describe('a tempo is a number with its note', () => {
  it('switch the note and the number follows, exactly', () => {
    let last = tempo(1, '1/4');
    render(<Field onTempo={(t) => (last = t)} />);
    fireEvent.mouseDown(screen.getByRole('combobox', { name: /Note/ }));
    fireEvent.click(within(screen.getByRole('listbox')).getByText('dotted quarter'));
    expect(last.bpm.equals('200/3')).toBe(true);
    expect((screen.getByLabelText('a minute') as HTMLInputElement).value).toBe('66.67');
  });

  it('steps with the arrow keys', () => {
    let last = tempo(1, '1/4');
    render(<Field onTempo={(t) => (last = t)} />);
    const field = screen.getByLabelText('a minute');
    fireEvent.keyDown(field, { key: 'ArrowUp' });
    fireEvent.keyDown(field, { key: 'ArrowUp' });
    fireEvent.keyDown(field, { key: 'ArrowDown' });
    expect(last.bpm.equals(101)).toBe(true);
  });

  it('steps along the usual marks, and says which are next', () => {
    let last = tempo(1, '1/4');
    render(<Field onTempo={(t) => (last = t)} />);
    fireEvent.click(screen.getByRole('button', { name: 'up to usual mark quarter = 104' }));
    expect(last.bpm.equals(104)).toBe(true);
    fireEvent.keyDown(screen.getByLabelText('a minute'), { key: 'PageUp' });
    expect(last.bpm.equals(108)).toBe(true);
    fireEvent.keyDown(screen.getByLabelText('a minute'), { key: 'PageDown' });
    expect(last.bpm.equals(104)).toBe(true);
  });

  it('is tapped, by key or pointer', () => {
    let last = tempo(1, '1/4');
    render(<Field onTempo={(t) => (last = t)} />);
    const button = screen.getByRole('button', { name: 'Tap it: quarter' });
    for (let i = 0; i < 6; i++) {
      const event = createEvent.keyDown(button, { key: 'k' });
      Object.defineProperty(event, 'timeStamp', { value: 1000 + 750 * i });
      fireEvent(button, event);
    }
    expect(last.bpm.equals(80)).toBe(true);
    expect(screen.getByRole('status').textContent).toBe('6 taps: 80.0 ± 0.0 a minute, steady.');
  });

  it('a note in which the number would leave the range is refused, and the speed stays', () => {
    let last: Tempo | null = null;
    render(<Field onTempo={(t) => (last = t)} start={tempo(300, '1/4')} />);
    fireEvent.mouseDown(screen.getByRole('combobox', { name: /Note/ }));
    fireEvent.click(within(screen.getByRole('listbox')).getByText('sixteenth'));
    expect(screen.getByText('sixteenth = 1200 is beyond 1 to 999.')).toBeTruthy();
    expect(last).toBeNull();
  });

  it.each([
    ['', /Nothing is typed/],
    ['0', /never sounds/],
    ['-5', /below zero/],
    ['100000', /too fast/],
    ['1/0', /divides by zero/],
    ['fast', /“fast” is not a number/],
    ['12.3456', /not a number/],
  ])('"%s" is refused beside the field and stays typed', (text, problem) => {
    const valid: boolean[] = [];
    render(<Field onTempo={() => undefined} onValid={(v) => valid.push(v)} />);
    const field = screen.getByLabelText('a minute') as HTMLInputElement;
    fireEvent.change(field, { target: { value: text } });
    expect(screen.getByText(problem)).toBeTruthy();
    expect(field.value).toBe(text);
    expect(valid).toEqual([false]);
  });
});
