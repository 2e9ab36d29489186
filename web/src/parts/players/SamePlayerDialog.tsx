/** Two names in the list, one person: who of the others is it? */
import type { Player } from '@feldspar/core/wire';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useOnce } from '../actions/useOnce.ts';
import { Choice } from '../fields/Choice.tsx';
import { playerText } from './player-text.ts';

interface SamePlayerDialogProps {
  player: Player;
  /** At least one. */
  others: readonly Player[];
  onClose(): void;
  onMerge(into: Player): Promise<unknown>;
}

export function SamePlayerDialog({ player, others, onClose, onMerge }: SamePlayerDialogProps) {
  const [id, setId] = useState(() => likeliest(player, others).id);
  const { run: merge, running } = useOnce(async () => {
    await onMerge(others.find((other) => other.id === id)!);
    onClose();
  });
  return (
    <Dialog open onClose={onClose} aria-labelledby="same-player">
      <DialogTitle id="same-player">{playerText(player)} is the same as</DialogTitle>
      <DialogContent>
        <Stack spacing={2} sx={{ pt: 1 }}>
          <Choice
            label="The one who stays"
            value={id}
            options={others.map((other) => [other.id, playerText(other)] as const)}
            onChange={setId}
          />
          <Typography variant="body2">
            All takes are theirs from then on, and this name leaves the list. It can be brought back from the
            bin for 30 days, with its takes.
          </Typography>
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={running} onClick={() => void merge()}>
          Put together
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** Somebody of the same name stands first; else the first of the list. */
export function likeliest(player: Player, others: readonly Player[]): Player {
  const first = ({ name }: Player) => name.trim().split(/\s+/)[0].toLocaleLowerCase();
  return others.find((other) => first(other) === first(player)) ?? others[0];
}
