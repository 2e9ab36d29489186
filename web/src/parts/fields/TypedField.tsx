/** A field for a value that is typed as text, with what is wrong with it, or a word of help, under it. */
import TextField from '@mui/material/TextField';
import { type Typed, type TypedOptions, useTyped } from './useTyped.ts';

interface TypedFieldProps<Value> extends TypedOptions<Value> {
  label: string;
  /** Said under the field while nothing is wrong. */
  help?: string;
  width?: number | string;
  multiline?: boolean;
}

export function TypedField<Value>({
  label,
  help,
  width = 120,
  multiline,
  ...options
}: TypedFieldProps<Value>) {
  const field = useTyped(options);
  return (
    <TextField
      label={label}
      value={field.text}
      error={field.problem !== null}
      helperText={field.problem ?? help}
      multiline={multiline}
      onChange={({ target }) => field.type(target.value)}
      sx={{ width }}
    />
  );
}

/** A reader of whole numbers. */
export function wholeFrom(min: number, max: number) {
  return (text: string): Typed<number> => {
    const value = Number(text);
    return /^\s*\d{1,6}\s*$/.test(text) && value >= min && value <= max
      ? { value }
      : { problem: `Type a whole number from ${min} to ${max}.` };
  };
}

/** A reader of numbers, also with a decimal comma and a true minus sign. */
export function numberFrom(min: number, max: number) {
  return (text: string): Typed<number> => {
    const plain = text.trim().replace(',', '.').replace('−', '-');
    const value = Number(plain);
    return plain !== '' && value >= min && value <= max
      ? { value }
      : { problem: `Type a number from ${min} to ${max}.` };
  };
}
