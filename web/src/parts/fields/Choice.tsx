/** One of a few, by name. */
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';

interface ChoiceProps<Value extends string | number> {
  label: string;
  value: Value;
  options: readonly (readonly [Value, string])[];
  onChange(value: NoInfer<Value>): void;
  minWidth?: number;
}

export function Choice<Value extends string | number>({
  label,
  value,
  options,
  onChange,
  minWidth = 150,
}: ChoiceProps<Value>) {
  return (
    <TextField
      select
      label={label}
      value={value}
      onChange={({ target }) => onChange(target.value as Value)}
      sx={{ minWidth }}
    >
      {options.map(([key, text]) => (
        <MenuItem key={key} value={key}>
          {text}
        </MenuItem>
      ))}
    </TextField>
  );
}
