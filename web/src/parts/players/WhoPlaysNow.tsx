/** Asked before a take is begun from somebody else's: whose will it be? */
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { usePlayers } from '../../data/hooks.ts';
import { setCurrentPlayer, useCurrentPlayerId } from '../../device/current-player.ts';

/** Whether whoever plays now is not the one who played this; a take by nobody is anybody's. */
export function useIsAnothers(playerId: string | null): boolean {
  const current = useCurrentPlayerId();
  const players = usePlayers().data?.items ?? [];
  return playerId !== null && playerId !== current && players.some(({ id }) => id === playerId);
}

interface WhoPlaysNowProps {
  /** Who played the take. */
  playerId: string;
  onClose(): void;
  /** Somebody was chosen, and plays from now on. */
  onPlay(): void;
}

export function WhoPlaysNow({ playerId, onClose, onPlay }: WhoPlaysNowProps) {
  const current = useCurrentPlayerId();
  const players = usePlayers().data?.items ?? [];
  const nameOf = (id: string | null) => players.find((player) => player.id === id)?.name;
  const as = (id: string | null) => () => {
    setCurrentPlayer(id);
    onPlay();
  };
  return (
    <Dialog open onClose={onClose} aria-labelledby="who-plays-now">
      <DialogTitle id="who-plays-now">Who plays it now?</DialogTitle>
      <DialogContent>
        This take is {nameOf(playerId)}’s. The next one is logged for whoever you choose.
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="outlined" onClick={as(current)}>
          {nameOf(current) ?? 'No name'}
        </Button>
        <Button variant="contained" autoFocus onClick={as(playerId)}>
          {nameOf(playerId)}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
