/** A screen that could not be shown: what happened, what is safe, and trying again. The frame round it stands. */
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { Link, useRouteError } from 'react-router';
import { isNotLoaded } from './Piece.tsx';

export function ErrorScreen() {
  const error = useRouteError();
  const message = error instanceof Error ? error.message : String(error);
  const away = isNotLoaded(error);
  return (
    <Stack spacing={2} role="alert" sx={{ maxWidth: 640 }}>
      <Typography variant="h1">
        {away ? 'This screen has not been loaded yet' : 'This screen could not be shown'}
      </Typography>
      <Typography>
        {away
          ? 'It comes from the Feldspar server, and the server does not answer. Start it again, then try again.'
          : 'Something in it went wrong. The other screens are not affected.'}
      </Typography>
      <Typography>
        Nothing is lost: what you played and wrote is kept, in this browser until the server has it.
      </Typography>
      <Stack direction="row" spacing={1.5}>
        {/* A code that failed to come is asked for anew only by a new page. */}
        <Button variant="contained" onClick={() => window.location.reload()}>
          Try again
        </Button>
        <Button variant="outlined" component={Link} to="/">
          To the bench
        </Button>
      </Stack>
      {!away && (
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {message}
        </Typography>
      )}
    </Stack>
  );
}
