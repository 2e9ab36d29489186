/** A value being typed as text. What is typed stays while it is wrong, with the remedy; otherwise the field shows the value. */
import TextField from '@mui/material/TextField';
import { useState } from 'react';

export type Typed<Value> = { value: Value; problem?: undefined } | { value?: undefined; problem: string };

interface TypedFieldProps<Value> {
  label: string;
  value: Value;
  show(value: Value): string;
  read(text: string): Typed<Value>;
  onChange(value: Value): void;
  /** Said under the field while nothing is wrong. */
  help?: string;
  width?: number | string;
  multiline?: boolean;
}

export function TypedField<Value>({
  label,
  value,
  show,
  read,
  onChange,
  help,
  width = 120,
  multiline,
}: TypedFieldProps<Value>) {
  const [draft, setDraft] = useState<string | null>(null);
  const typed = draft === null ? null : read(draft);
  const shown = show(value);
  const kept = typed !== null && (typed.problem !== undefined || show(typed.value) === shown);
  return (
    <TextField
      size="small"
      label={label}
      value={kept ? draft : shown}
      error={typed?.problem !== undefined}
      helperText={typed?.problem ?? help}
      multiline={multiline}
      onChange={({ target }) => {
        setDraft(target.value);
        const next = read(target.value);
        if (next.problem === undefined) onChange(next.value);
      }}
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
