/** A note value by its name. */
import { Fraction, type Tempo, commonBeats, nameOfLength } from '@feldspar/core/time';
import { Choice } from '../fields/Choice.tsx';

interface NoteSelectProps {
  label: string;
  value: Tempo['beat'];
  onChange(length: Tempo['beat']): void;
}

export function NoteSelect({ label, value, onChange }: NoteSelectProps) {
  const usual = commonBeats().map(({ length, name }) => [length, name] as const);
  const chosen = value.toFraction();
  const known = usual.some(([length]) => length === chosen);
  return (
    <Choice
      label={label}
      value={chosen}
      options={known ? usual : [[chosen, nameOfLength(value)], ...usual]}
      onChange={(length) => onChange(new Fraction(length))}
    />
  );
}
