/** What stands on the stage before the first click: start, and what is to be known first; or the pause between two takes. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { PAUSE_S } from '../../device/looping.ts';
import type { ListensTo } from '../../device/rig-store.ts';
import { KEY_SIGN } from '../../parts/actions/useKey.ts';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { plural } from '../../text/text.ts';
import { DISPLAY_FACE } from '../../theme/theme.ts';

export interface ReadyProps {
  listensTo: ListensTo;
  /** What is going on, so that nothing can be started. */
  busy: string | null;
  /** The last one ran out and nobody played. */
  nothing: boolean;
  onStart(): void;
  /** Under everything else. */
  aside: ReactNode;
  error: unknown;
}

export function Ready({ listensTo, busy, nothing, onStart, aside, error }: ReadyProps) {
  const deed = listensTo === 'keys' ? 'Tap' : 'Play';
  return (
    <Stack spacing={3} sx={{ alignItems: 'flex-start' }}>
      <Button
        variant="contained"
        onClick={onStart}
        disabled={busy !== null}
        sx={{
          fontFamily: DISPLAY_FACE,
          fontSize: 'clamp(2rem, 6vw, 4.5rem)',
          px: '0.8em',
          py: '0.35em',
          lineHeight: 1.1,
        }}
      >
        {busy ?? `Start ${KEY_SIGN.Enter}`}
      </Button>
      <Typography
        sx={{ fontSize: { xs: '1.05rem', md: '1.3rem' }, maxWidth: '32ch', color: 'text.secondary' }}
      >
        {nothing
          ? `${listensTo === 'keys' ? 'Nobody tapped' : 'Nothing was heard'}, so there is nothing to measure and nothing was logged. ${
              listensTo === 'microphone'
                ? 'Check the microphone under Sound and inputs.'
                : `${deed} every note this time.`
            }`
          : `It counts in, plays, and stops by itself. ${deed} every note; the reading comes at the end.`}
      </Typography>
      {error !== null && <ErrorNotice error={error} />}
      <Box sx={{ pt: 2 }}>{aside}</Box>
    </Stack>
  );
}

export function Pausing({ takes, onRead }: { takes: number; onRead(): void }) {
  return (
    <Stack spacing={3} sx={{ alignItems: 'flex-start' }}>
      <Box
        role="status"
        sx={{
          fontFamily: DISPLAY_FACE,
          fontWeight: 700,
          fontSize: 'clamp(2rem, 6vw, 4.5rem)',
          lineHeight: 1.1,
        }}
      >
        Again in {PAUSE_S} seconds
        <Typography sx={{ fontSize: { xs: '1.05rem', md: '1.3rem' }, color: 'text.secondary', mt: 2 }}>
          {plural(takes, 'take')} kept. Loosen your hands; stop when they tire, or when anything hurts.
        </Typography>
      </Box>
      <Button variant="outlined" size="large" onClick={onRead}>
        Enough: read the last take&ensp;{KEY_SIGN.Escape}
      </Button>
    </Stack>
  );
}
