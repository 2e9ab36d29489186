/** A note value by its name. */
import type { TextFieldProps } from '@mui/material/TextField';
import { Fraction, type Tempo, commonBeats, nameOfLength } from '@feldspar/core/time';
import { Choice } from '../fields/Choice.tsx';

interface NoteSelectProps {
  label: string;
  value: Tempo['beat'];
  onChange(length: Tempo['beat']): void;
  size?: TextFieldProps['size'];
}

export function NoteSelect({ label, value, onChange, size = 'medium' }: NoteSelectProps) {
  const usual = commonBeats().map(({ length, name }) => [length, name] as const);
  const chosen = value.toFraction();
  const known = usual.some(([length]) => length === chosen);
  return (
    <Choice
      label={label}
      size={size}
      value={chosen}
      options={known ? usual : [[chosen, nameOfLength(value)], ...usual]}
      onChange={(length) => onChange(new Fraction(length))}
    />
  );
}
