/** A few words to look for; what is found follows each letter. */
import TextField from '@mui/material/TextField';

interface SearchFieldProps {
  label: string;
  value: string;
  onChange(text: string): void;
}

/** Longer is no search any more. */
const LONGEST = 60;

export function SearchField({ label, value, onChange }: SearchFieldProps) {
  return (
    <TextField
      type="search"
      size="small"
      label={label}
      value={value}
      onChange={({ target }) => onChange(target.value)}
      slotProps={{ htmlInput: { maxLength: LONGEST } }}
      sx={{ minWidth: 180 }}
    />
  );
}
