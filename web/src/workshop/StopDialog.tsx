/** The chosen section as stop time: how often, how many times, and what fills the stop. */
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import Stack from '@mui/material/Stack';
import Switch from '@mui/material/Switch';
import { STOP_RANGE, type StopTime } from '@feldspar/core/practice';
import { useState } from 'react';
import { TypedField, wholeFrom } from '../shell/TypedField.tsx';

interface StopDialogProps {
  open: boolean;
  onClose(): void;
  onMade(stop: StopTime): void;
}

export function StopDialog({ open, onClose, onMade }: StopDialogProps) {
  const [stop, setStop] = useState<StopTime>({ every: 4, rounds: 4, fill: false });
  const { every, rounds } = STOP_RANGE;
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="stop-time">
      <DialogTitle id="stop-time">Stop time</DialogTitle>
      <DialogContent>
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
      </DialogContent>
      <DialogActions>
        <Button color="inherit" onClick={onClose}>
          Leave it
        </Button>
        <Button variant="contained" onClick={() => onMade(stop)}>
          Make it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
