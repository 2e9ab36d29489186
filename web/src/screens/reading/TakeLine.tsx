/** Which take this is: plan, tempo, player, day, and how many notes. */
import Chip from '@mui/material/Chip';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { type Take, takeTempo } from '@feldspar/core/take';
import { comparableName } from '@feldspar/core/time';
import type { Report } from '@feldspar/core/timing';
import { Link } from 'react-router';
import { recordingAt } from '../../addresses/addresses.ts';
import { usePlayers } from '../../data/hooks.ts';
import { INPUT_CHIPS } from '../../text/input-words.ts';
import { longDate, plural } from '../../text/text.ts';

/** Plan, tempo, player and day. */
export function useTakeParts(take: Take): string[] {
  const players = usePlayers();
  const player = players.data?.items.find(({ id }) => id === take.playerId);
  return [
    take.plan.title,
    comparableName(takeTempo(take)) + (take.trueTempo ? ' in truth' : ''),
    ...(player ? [[player.name, player.instrument].filter(Boolean).join(', ')] : []),
    longDate(take.startedAt),
  ];
}

export function TakeLine({ take, report }: { take: Take; report: Report }) {
  const { counts } = report;
  const parts = [
    ...useTakeParts(take),
    `${plural(counts.matched, 'hit')}, ${counts.missed === 0 ? 'none' : counts.missed} missed`,
    ...(take.stoppedAtS !== null ? ['stopped early'] : []),
  ];
  return (
    <Stack direction="row" spacing={1} sx={{ flexWrap: 'wrap', alignItems: 'center', mt: 0.75 }}>
      <Typography sx={{ color: 'text.secondary' }}>{parts.join(' · ')}</Typography>
      {take.recording && (
        <Typography component={Link} to={recordingAt(take.recording.id)} sx={{ color: 'text.secondary' }}>
          {sourceOf(take, take.recording.name)}
        </Typography>
      )}
      {INPUT_CHIPS[take.input] && <Chip size="small" label={INPUT_CHIPS[take.input]} variant="outlined" />}
      {(take.listening?.simulated || take.midi?.simulated) && (
        <Chip size="small" label="simulated player" variant="outlined" />
      )}
    </Stack>
  );
}

function sourceOf({ input }: Take, name: string): string {
  if (input === 'recording') return `from the recording ${name}`;
  return input === 'midi' ? `from the file ${name}` : 'its sound';
}
