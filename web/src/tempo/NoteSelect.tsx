/** A note value by its name. */
import MenuItem from '@mui/material/MenuItem';
import TextField, { type TextFieldProps } from '@mui/material/TextField';
import { Fraction, type Tempo, commonBeats, nameOfLength } from '@feldspar/core/time';

interface NoteSelectProps {
  label: string;
  value: Tempo['beat'];
  onChange(length: Tempo['beat']): void;
  size?: TextFieldProps['size'];
}

export function NoteSelect({ label, value, onChange, size }: NoteSelectProps) {
  const beats = commonBeats();
  const chosen = value.toFraction();
  const notes = beats.some(({ length }) => length === chosen)
    ? beats
    : [{ length: chosen, name: nameOfLength(value) }, ...beats];
  return (
    <TextField
      select
      label={label}
      size={size}
      value={chosen}
      onChange={({ target }) => onChange(new Fraction(target.value))}
      sx={{ minWidth: 150 }}
    >
      {notes.map(({ length, name }) => (
        <MenuItem key={length} value={length}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
}
