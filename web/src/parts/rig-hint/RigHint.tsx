/** Before playing: the sound goes another way, or comes in another way, than when latency was measured. */
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { isStrange, isUnmeasured, useRig } from '../../device/rig-store.ts';
import { useOutput } from './useOutput.ts';

export function RigHint() {
  const rig = useRig();
  const output = useOutput();
  if (!output) return null;
  const said = isStrange(output.key, rig)
    ? {
        text: 'The sound goes another way than when latency was measured, so none is taken off.',
        link: 'Check the rig',
      }
    : isUnmeasured(output.key, rig)
      ? {
          text: 'The devices have changed: the way round was not measured with this microphone and this sound output.',
          link: 'Measure it',
        }
      : null;
  return (
    said && (
      <Typography role="status" sx={{ mb: 1.5 }}>
        {said.text} <Link to="/rig">{said.link}</Link>
      </Typography>
    )
  );
}
