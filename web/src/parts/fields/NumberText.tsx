/** A number being typed, with what is wrong with it beside it. */
import TextField, { type TextFieldProps } from '@mui/material/TextField';

interface NumberTextProps {
  label: string;
  value: string;
  problem: string | null | undefined;
  onChange(text: string): void;
  size?: TextFieldProps['size'];
  width?: number;
}

export function NumberText({
  label,
  value,
  problem,
  onChange,
  size = 'small',
  width = 150,
}: NumberTextProps) {
  return (
    <TextField
      size={size}
      label={label}
      value={value}
      error={problem != null}
      helperText={problem}
      onChange={({ target }) => onChange(target.value)}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      sx={{ width }}
    />
  );
}
