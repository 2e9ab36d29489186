/** A player's name and instrument. */
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import { type FormEvent, useState } from 'react';
import { type Player, type PlayerSaid, playerSaidSchema } from '@feldspar/core/wire';
import { useOnce } from '../actions/useOnce.ts';

interface PlayerDialogProps {
  /** Who gets another name; null for somebody new. */
  player: Player | null;
  /** Nobody is to be taken for one of them. */
  others: readonly Player[];
  onClose(): void;
  onSave(player: PlayerSaid): Promise<void>;
}

export function PlayerDialog({ player, others, onClose, onSave }: PlayerDialogProps) {
  const [name, setName] = useState(player?.name ?? '');
  const [instrument, setInstrument] = useState(player?.instrument ?? '');
  const [error, setError] = useState('');
  const { run: save, running } = useOnce(async () => {
    try {
      await onSave(readPlayer({ name, instrument }, others));
      onClose();
    } catch (failure) {
      setError((failure as Error).message);
    }
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void save();
  };
  return (
    <Dialog open onClose={onClose} aria-labelledby="player-dialog">
      <form onSubmit={submit}>
        <DialogTitle id="player-dialog">
          {player ? `Another name for ${player.name}` : 'Add a player'}
        </DialogTitle>
        <DialogContent>
          <Stack spacing={2} sx={{ pt: 1 }}>
            <TextField
              autoFocus
              label="Name"
              value={name}
              onChange={({ target }) => setName(target.value)}
              error={error !== ''}
              helperText={error}
            />
            <TextField
              label="Instrument"
              value={instrument}
              onChange={({ target }) => setInstrument(target.value)}
            />
          </Stack>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={running}>
            {player ? 'Save' : 'Add'}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

type Called = Pick<PlayerSaid, 'name' | 'instrument'>;

/** Nobody could tell them apart in a list. */
export function isCalledTheSame(one: Called, other: Called): boolean {
  const same = (a: string, b: string) => a.localeCompare(b, undefined, { sensitivity: 'base' }) === 0;
  return same(one.name, other.name) && same(one.instrument, other.instrument);
}

/** @throws Error that says what is wrong with it, and what to do. */
export function readPlayer(typed: PlayerSaid, others: readonly PlayerSaid[]): PlayerSaid {
  const { data, error } = playerSaidSchema.safeParse(typed);
  if (!data) throw new Error(error.issues[0].message);
  if (others.some((other) => isCalledTheSame(other, data)))
    throw new Error('there is somebody of this name and instrument already; add a letter or a surname');
  return data;
}
