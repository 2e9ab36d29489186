/** What was taken off every hit of a take, and what that touches. */
import Typography from '@mui/material/Typography';
import type { Take } from '@feldspar/core/take';
import { Link } from 'react-router';
import { LATENCY_TOUCHES } from '../../text/rig-words.ts';
import { oneDecimal } from '../../text/text.ts';

export function Latency({ take }: { take: Take }) {
  // Of a microphone it is said where the take was heard.
  if (['simulated', 'recording', 'microphone'].includes(take.input)) return null;
  return (
    <Typography variant="body2" sx={{ color: 'text.secondary', mt: 2 }}>
      {take.latencyMs === 0
        ? 'No latency was taken off: none was known.'
        : `${oneDecimal(take.latencyMs)} ms of latency were taken off every hit.`}{' '}
      {LATENCY_TOUCHES} <Link to="/rig">Sound and inputs</Link>
    </Typography>
  );
}
