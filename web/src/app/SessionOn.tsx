/** A session is on, whatever screen is open: one step back to it. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { Link, useLocation } from 'react-router';
import { Row } from '../parts/layout/Row.tsx';
import { placeOfSession } from '../parts/session/session-deeds.ts';
import { leftText, useQueue } from '../parts/session/useQueue.ts';

export default function SessionOn() {
  const queue = useQueue();
  const { pathname } = useLocation();
  if (!queue || pathname.startsWith('/planner/')) return null;
  const { on, running, leftS } = queue;
  return (
    <Row noPrint>
      <Typography variant="body2">
        {running.session.title}: {on.item.title}, {leftText(leftS)}
      </Typography>
      <Button size="small" component={Link} to={placeOfSession(running.session)}>
        Go on
      </Button>
      {running.session.agendaId !== null && (
        <Button size="small" component={Link} to={`/planner/${running.session.agendaId}`}>
          The agenda
        </Button>
      )}
    </Row>
  );
}
