/** A number being typed, with what is wrong with it, or a word of help, under it. */
import TextField, { type TextFieldProps } from '@mui/material/TextField';

interface NumberTextProps {
  label: string;
  value: string;
  problem: string | null | undefined;
  onChange(text: string): void;
  onKeyDown?: TextFieldProps['onKeyDown'];
  /** Said while nothing is wrong. */
  help?: string | null | undefined;
  width?: number;
}

export function NumberText({
  label,
  value,
  problem,
  onChange,
  onKeyDown,
  help,
  width = 150,
}: NumberTextProps) {
  return (
    <TextField
      label={label}
      value={value}
      error={problem != null}
      helperText={problem ?? help}
      onChange={({ target }) => onChange(target.value)}
      onKeyDown={onKeyDown}
      slotProps={{ htmlInput: { inputMode: 'decimal' } }}
      sx={{ width }}
    />
  );
}
