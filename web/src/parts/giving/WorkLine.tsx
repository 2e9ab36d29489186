/** Given work in a line: what, how fast, how often and by when, and how far it is. */
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Assignment, AssignmentStanding } from '@feldspar/core/people';
import { assignmentWords } from '@feldspar/core/words';
import { plural } from '../../text/text.ts';
import { SAYING } from '../../text/people-text.ts';

/** "4 takes at quarter = 92 by 4 December", "2 takes each week". */
export function askedText({ work, times, tempo, every, by }: Assignment): string {
  const what = work.kind === 'agenda' ? 'session' : 'take';
  return [
    plural(times, what),
    ...(tempo ? [`at ${SAYING.tempo(tempo)}`] : []),
    ...(every ? [`each ${every}`] : []),
    ...(by ? [`${every ? 'until' : 'by'} ${SAYING.day(by)}`] : []),
  ].join(' ');
}

const COLOURS: Partial<Record<AssignmentStanding['state'], string>> = {
  late: 'var(--mui-palette-core-player)',
  done: 'var(--mui-palette-core-early)',
  'done, not held': 'var(--mui-palette-core-late)',
};

export function StandingText({ standing }: { standing: AssignmentStanding }) {
  return (
    <Box component="span" sx={{ fontWeight: 600, color: COLOURS[standing.state] }}>
      {assignmentWords(standing)}
    </Box>
  );
}

interface WorkLineProps {
  document: Assignment;
  standing?: AssignmentStanding | undefined;
}

export function WorkLine({ document, standing }: WorkLineProps) {
  return (
    <Box sx={{ minWidth: 0 }}>
      <Typography sx={{ fontWeight: 600 }}>{document.work.title}</Typography>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {askedText(document)}
        {document.why && ` · ${document.why}`}
      </Typography>
      {standing && (
        <Typography variant="body2">
          <StandingText standing={standing} />
        </Typography>
      )}
    </Box>
  );
}
