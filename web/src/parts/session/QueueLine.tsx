/** Which item of the session is on, and what can be said to it: on with the next, or enough. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Row } from '../layout/Row.tsx';
import { type Queue, leftText } from './useQueue.ts';

interface QueueLineProps {
  queue: Queue;
  onGo(what: 'next' | 'enough'): void;
}

export default function QueueLine({ queue: { on, number, of, leftS, running }, onGo }: QueueLineProps) {
  return (
    <Box component="section" aria-label="Session" sx={{ mb: 3 }}>
      <Typography sx={{ fontWeight: 600, mb: 1 }}>
        {running.session.title} · {number} of {of}: {on.item.title} · {leftText(leftS)}
      </Typography>
      <Row>
        <Button variant="outlined" onClick={() => onGo('next')}>
          Next (N)
        </Button>
        <Button onClick={() => onGo('enough')}>Enough for today</Button>
      </Row>
    </Box>
  );
}
