/** Chooses who is playing, or adds somebody. */
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { PlayerChoice } from '../parts/players/PlayerChoice.tsx';

export default function WhoDialog({ onClose }: { onClose(): void }) {
  return (
    <Dialog open onClose={onClose} aria-labelledby="who-plays">
      <DialogTitle id="who-plays">Who is playing?</DialogTitle>
      <DialogContent sx={{ '&&': { pt: 1 } }}>
        <PlayerChoice onGone={onClose} />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Done</Button>
      </DialogActions>
    </Dialog>
  );
}
