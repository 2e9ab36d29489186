/** Before playing: the sound goes another way than when latency was measured. */
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { isStrange, useRig } from '../../device/rig-store.ts';
import { useOutput } from './useOutput.ts';

export function RigHint() {
  const rig = useRig();
  const output = useOutput();
  if (!output || !isStrange(output.key, rig)) return null;
  return (
    <Typography role="status" sx={{ mb: 1.5 }}>
      The sound goes another way than when latency was measured, so none is taken off.{' '}
      <Link to="/rig">Check the rig</Link>
    </Typography>
  );
}
