/**
 * A few words to look for; what is found follows each letter. The words stand in the address, which on a busy machine follows later than the
 * next letter comes: until it has, the field shows what was typed, or letters would be lost.
 */
import TextField from '@mui/material/TextField';
import { useState } from 'react';

interface SearchFieldProps {
  label: string;
  value: string;
  onChange(text: string): void;
}

/** Longer is no search any more. */
const LONGEST = 60;

export function SearchField({ label, value, onChange }: SearchFieldProps) {
  const [typed, setTyped] = useState<string | null>(null);
  if (typed === value) setTyped(null);
  return (
    <TextField
      type="search"
      label={label}
      value={typed ?? value}
      onChange={({ target }) => {
        setTyped(target.value);
        onChange(target.value);
      }}
      onBlur={() => setTyped(null)}
      slotProps={{ htmlInput: { maxLength: LONGEST } }}
      sx={{ minWidth: 180 }}
    />
  );
}
