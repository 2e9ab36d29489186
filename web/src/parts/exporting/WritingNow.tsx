/** How far the writing of a sound file is, and its cancel; or what went wrong. */
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { ErrorNotice } from '../layout/ErrorNotice.tsx';
import type { Writing } from './useWriting.ts';

export function WritingNow({ writing: { progress, error, stop } }: { writing: Writing }) {
  return (
    <>
      {progress !== null && (
        <Stack direction="row" spacing={2} sx={{ alignItems: 'center', mt: 1 }}>
          <LinearProgress
            variant="determinate"
            value={100 * progress}
            aria-label="Writing the click"
            sx={{ flexGrow: 1, height: 8, borderRadius: 1 }}
          />
          <Typography variant="body2">{Math.round(100 * progress)} %</Typography>
          <Button onClick={stop}>Cancel</Button>
        </Stack>
      )}
      {error !== null && <ErrorNotice error={error} />}
    </>
  );
}
