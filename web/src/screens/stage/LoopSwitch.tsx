/** Again and again, without a hand. */
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { useState } from 'react';
import { PAUSE_S, loopWanted, wantLoop } from '../../device/looping.ts';

export function LoopSwitch() {
  const [on, setOn] = useState(loopWanted);
  return (
    <FormControlLabel
      sx={{ mb: 1.5 }}
      control={
        <Switch
          checked={on}
          onChange={(_, next) => {
            wantLoop(next);
            setOn(next);
          }}
        />
      }
      label={`Again after ${PAUSE_S} seconds, until I stop`}
    />
  );
}
