/** The chosen section as stop time: how often, how many times, and what fills the stop. */
import FormControlLabel from '@mui/material/FormControlLabel';
import Stack from '@mui/material/Stack';
import Switch from '@mui/material/Switch';
import { STOP_RANGE, type StopTime } from '@feldspar/core/practice';
import { useState } from 'react';
import { AskDialog } from '../../parts/layout/AskDialog.tsx';
import { TypedField, wholeFrom } from '../../parts/fields/TypedField.tsx';

interface StopDialogProps {
  open: boolean;
  onClose(): void;
  onMade(stop: StopTime): void;
}

export function StopDialog({ open, onClose, onMade }: StopDialogProps) {
  const [stop, setStop] = useState<StopTime>({ every: 4, rounds: 4, fill: false });
  const { every, rounds } = STOP_RANGE;
  return (
    <AskDialog title="Stop time" open={open} onClose={onClose} onMake={() => onMade(stop)}>
      <Stack spacing={2} sx={{ pt: 1 }}>
        <TypedField
          label="Of so many bars the last one stops"
          value={stop.every}
          show={String}
          read={wholeFrom(every.min, every.max)}
          onChange={(next) => setStop({ ...stop, every: next })}
          width={260}
        />
        <TypedField
          label="So many times"
          value={stop.rounds}
          show={String}
          read={wholeFrom(rounds.min, rounds.max)}
          onChange={(next) => setStop({ ...stop, rounds: next })}
          width={260}
        />
        <FormControlLabel
          control={<Switch checked={stop.fill} onChange={(_, fill) => setStop({ ...stop, fill })} />}
          label="Drums run through the stop"
        />
      </Stack>
    </AskDialog>
  );
}
