import { type Tempo, tempo } from '@feldspar/core/time';
import { fireEvent, render, screen, within } from '@testing-library/react';
import { useState } from 'react';
import { TEMPO_HINT, TempoField, readRate } from './TempoField.tsx';

function Field({ onTempo, onValid }: { onTempo(t: Tempo): void; onValid?(v: boolean): void }) {
  const [value, setValue] = useState(tempo(100, '1/4'));
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
    expect((screen.getByLabelText('a minute') as HTMLInputElement).value).toBe('66.667');
  });

  it('steps with the arrow keys', () => {
    let last = tempo(1, '1/4');
    render(<Field onTempo={(t) => (last = t)} />);
    const field = screen.getByLabelText('a minute');
    fireEvent.keyDown(field, { key: 'ArrowUp' });
    fireEvent.keyDown(field, { key: 'PageUp' });
    expect(last.bpm.equals(111)).toBe(true);
  });

  it.each(['', '0', '-5', '100000', '1/0', 'fast', '12.3456'])(
    '"%s" is refused beside the field and stays typed',
    (text) => {
      const valid: boolean[] = [];
      render(<Field onTempo={() => undefined} onValid={(v) => valid.push(v)} />);
      const field = screen.getByLabelText('a minute') as HTMLInputElement;
      fireEvent.change(field, { target: { value: text } });
      expect(screen.getByText(TEMPO_HINT)).toBeTruthy();
      expect(field.value).toBe(text);
      expect(valid).toEqual([false]);
    },
  );

  it('reads decimals with point or comma', () => {
    expect(readRate('72,5')!.equals('145/2')).toBe(true);
    expect(readRate(' 72.5 ')!.equals('145/2')).toBe(true);
  });
});
