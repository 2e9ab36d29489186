/** A meter by its name. */
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { type Meter, meterName } from '@feldspar/core/time';
import { METERS, meterOf } from './desk-state.ts';

interface MeterSelectProps {
  label: string;
  value: Meter;
  onChange(meter: Meter): void;
}

export function MeterSelect({ label, value, onChange }: MeterSelectProps) {
  return (
    <TextField
      select
      size="small"
      label={label}
      value={meterName(value)}
      onChange={({ target }) => onChange(meterOf(target.value))}
      sx={{ minWidth: 96 }}
    >
      {METERS.map((name) => (
        <MenuItem key={name} value={name}>
          {name === '2/2' ? '2/2 (cut)' : name}
        </MenuItem>
      ))}
    </TextField>
  );
}
