/** An agenda that comes back today. Its code comes once there are agendas. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { isOn } from '@feldspar/core/planner';
import type { KeptAgenda } from '@feldspar/core/wire';
import { agendaHeadline } from '@feldspar/core/words';
import { Link } from 'react-router';
import { agendaAt } from '../../addresses/addresses.ts';
import { Row } from '../../parts/layout/Row.tsx';

interface TodaysAgendaProps {
  agendas: readonly KeptAgenda[];
  today: string;
  isPutOff(what: string): boolean;
  onNotNow(id: string): void;
}

export default function TodaysAgenda({ agendas, today, isPutOff, onNotNow }: TodaysAgendaProps) {
  const agenda = agendas.find(({ id, document }) => isOn(document, today) && !isPutOff(id));
  if (!agenda) return null;
  const { id, document } = agenda;
  return (
    <Box component="section" aria-label="Today’s agenda">
      <Row>
        <Typography sx={{ maxWidth: '60ch' }}>
          <b>Today’s agenda: {document.title}.</b> {agendaHeadline(document.items)}
          {document.recurring && ` Planned for ${document.recurring.at}.`}
        </Typography>
        <Button component={Link} to={agendaAt(id)} variant="outlined">
          Open the agenda
        </Button>
        <Button onClick={() => onNotNow(id)} aria-label={`Not now: ${document.title}`}>
          Not now
        </Button>
      </Row>
    </Box>
  );
}
