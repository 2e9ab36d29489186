/** Who is playing, in sight on every screen; another one, or a new one, is chosen here. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { lazy, useState } from 'react';
import { usePlayers } from '../data/hooks.ts';
import { useCurrentPlayerId } from '../device/current-player.ts';
import { openAs, useOpenedAs } from '../device/opened-as.ts';
import { DARK } from '../theme/palette.ts';
import { Piece } from './Piece.tsx';
import { loadWhoDialog } from './frame-pieces.ts';

const WhoDialog = lazy(loadWhoDialog);

export function WhoPlays() {
  const [open, setOpen] = useState(false);
  const players = usePlayers().data?.items ?? [];
  const current = useCurrentPlayerId();
  const name = players.find(({ id }) => id === current)?.name;
  const isOneOnly = useOpenedAs() !== null;
  return (
    <>
      {isOneOnly && (
        <Button
          onClick={() => {
            openAs(null);
            // Nothing that was seen before stays in the page.
            window.location.assign('/studio');
          }}
          sx={{ color: DARK.player, justifyContent: 'flex-start', textAlign: 'left', px: { xs: 1, md: 3 } }}
        >
          Back to the studio
        </Button>
      )}
      <Button
        disabled={isOneOnly}
        aria-haspopup="dialog"
        aria-label={name ? `${name} plays` : 'Who plays?'}
        onClick={() => setOpen(true)}
        sx={{
          color: DARK.ink,
          justifyContent: 'flex-start',
          textAlign: 'left',
          px: { xs: 1, md: 3 },
          minWidth: 0,
          lineHeight: 1.3,
          '&.Mui-disabled': { color: DARK.ink },
        }}
      >
        <Box component="span" sx={{ display: { xs: 'none', md: 'inline' } }}>
          {name ? `${name} plays` : 'Who plays?'}
        </Box>
        <Box component="span" sx={{ display: { md: 'none' } }}>
          {name ? name.split(' ')[0] : 'Who?'}
        </Box>
      </Button>
      {open && (
        <Piece>
          <WhoDialog onClose={() => setOpen(false)} />
        </Piece>
      )}
    </>
  );
}
