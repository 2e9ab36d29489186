/** What the teacher gave, first of all: each with how far it is, and one step from the stage. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { type Assignment, type AssignmentStanding, assignmentStanding, isFor } from '@feldspar/core/people';
import type { PastTake } from '@feldspar/core/paths';
import { planTempo } from '@feldspar/core/plan';
import { playedOf } from '@feldspar/core/planner';
import { readyPlanOf } from '@feldspar/core/practice';
import { tempo } from '@feldspar/core/time';
import { Link } from 'react-router';
import { agendaAt, planAt } from '../../addresses/addresses.ts';
import { playAddress } from '../../addresses/play-address.ts';
import { useAssignments, usePlayers, useSessions } from '../../data/hooks.ts';
import { WorkLine } from '../../parts/giving/WorkLine.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { dayOf } from '../../parts/practised/past-takes.ts';
import { todayHere } from '../../text/people-text.ts';

/** What is to be done, the most urgent first; what is done and holds is out of sight. */
const OPEN: readonly AssignmentStanding['state'][] = ['late', 'begun', 'not begun', 'done, not held'];
const urgency = (state: AssignmentStanding['state']) => OPEN.indexOf(state);

export default function GivenWork({ player, past }: { player: string; past: readonly PastTake[] }) {
  const assignments = useAssignments().data?.items ?? [];
  const players = usePlayers().data?.items ?? [];
  const sessions = (useSessions().data?.items ?? [])
    .filter(({ document }) => document.playerId === player)
    .map(({ document }) => ({
      agendaId: document.agendaId,
      day: dayOf(document.startedAt),
      played: playedOf(document).played.length,
    }));
  const groups = players.find(({ id }) => id === player)?.profile.groups ?? [];
  const today = todayHere();
  const work = assignments
    .filter(({ document }) => isFor(document, { id: player, groups }))
    .map((kept) => ({ ...kept, standing: assignmentStanding(kept.document, past, sessions, today) }))
    .filter(({ standing }) => OPEN.includes(standing.state))
    .sort((a, b) => urgency(a.standing.state) - urgency(b.standing.state));
  if (work.length === 0) return null;
  return (
    <Box component="section" aria-label="Given work">
      <Typography variant="h2" sx={{ mb: 1 }}>
        From your teacher
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 1.5 }}>
        {work.map(({ id, document, standing }) => (
          <Box component="li" key={id}>
            <Row spread>
              <WorkLine document={document} standing={standing} />
              <Button
                component={Link}
                to={wayTo(document)}
                variant="outlined"
                aria-label={`Play ${document.work.title}`}
              >
                {document.work.kind === 'agenda' ? 'Open the agenda' : 'Play it'}
              </Button>
            </Row>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

function wayTo({ work, tempo: at }: Assignment): string {
  if (work.kind === 'agenda') return agendaAt(work.agendaId);
  if (at) return playAddress(work.planId, tempo(at.bpm, at.beat));
  const ready = readyPlanOf(work.planId);
  return ready ? playAddress(work.planId, planTempo(ready.plan)) : planAt(work.planId);
}
