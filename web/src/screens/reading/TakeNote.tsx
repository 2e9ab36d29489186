/** A note on a take, saved while it is written. */
import TextField from '@mui/material/TextField';
import type { Take } from '@feldspar/core/take';
import { useKeptChange } from './useKeptChange.ts';

export function TakeNote({ take }: { take: Take }) {
  const { value, change, state } = useKeptChange(take, 'note', take.note);
  const failed = typeof state === 'object';
  return (
    <TextField
      label="Note"
      multiline
      minRows={2}
      value={value}
      onChange={({ target }) => change(target.value)}
      error={failed}
      helperText={
        failed ? `Kept in this browser, not saved yet: ${state.failed}` : state === 'saved' ? 'Saved.' : ' '
      }
      slotProps={{ htmlInput: { maxLength: 4000 } }}
    />
  );
}
