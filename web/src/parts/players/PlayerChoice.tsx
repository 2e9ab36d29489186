/** "Who is playing": choose a player or add one. */
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import MenuItem from '@mui/material/MenuItem';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import { type FormEvent, useState } from 'react';
import { z } from 'zod';
import { usePlayers } from '../../data/hooks.ts';
import { askNow } from '../../data/outbox/outbox.ts';
import { useOnce } from '../actions/useOnce.ts';
import { setCurrentPlayer, useCurrentPlayerId } from '../../device/current-player.ts';

const playerSchema = z.object({
  name: z.string().trim().min(1, 'give the player a name').max(80, 'a name has at most 80 characters'),
  instrument: z.string().trim().max(80, 'an instrument has at most 80 characters'),
});

const NOBODY = 'nobody';
const ADD = 'add';

export function PlayerChoice() {
  const { data } = usePlayers();
  const current = useCurrentPlayerId();
  const [adding, setAdding] = useState(false);
  const players = data?.items ?? [];
  const known = players.some(({ id }) => id === current);
  return (
    <>
      <TextField
        select
        size="small"
        label="Who is playing"
        value={known ? current : NOBODY}
        onChange={({ target }) => {
          if (target.value === ADD) setAdding(true);
          else setCurrentPlayer(target.value === NOBODY ? null : target.value);
        }}
        sx={{ minWidth: 220 }}
      >
        <MenuItem value={NOBODY}>nobody by name</MenuItem>
        {players.map(({ id, name, instrument }) => (
          <MenuItem key={id} value={id}>
            {instrument ? `${name}, ${instrument}` : name}
          </MenuItem>
        ))}
        <MenuItem value={ADD}>Add a player …</MenuItem>
      </TextField>
      {adding && (
        <AddPlayer
          onClose={() => setAdding(false)}
          onAdd={async (name, instrument) => {
            const id = crypto.randomUUID();
            const { data: player, error } = playerSchema.safeParse({ name, instrument });
            if (!player) throw new Error(error.issues[0].message);
            const said = `The player ${player.name}`;
            await askNow({
              thing: `player ${id}`,
              method: 'PUT',
              path: `/players/${id}`,
              body: player,
              said,
            });
            setCurrentPlayer(id);
          }}
        />
      )}
    </>
  );
}

interface AddPlayerProps {
  onClose(): void;
  onAdd(name: string, instrument: string): Promise<void>;
}

function AddPlayer({ onClose, onAdd }: AddPlayerProps) {
  const [name, setName] = useState('');
  const [instrument, setInstrument] = useState('');
  const [error, setError] = useState('');
  const { run: add, running } = useOnce(async () => {
    try {
      await onAdd(name, instrument);
      onClose();
    } catch (failure) {
      setError((failure as Error).message);
    }
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void add();
  };
  return (
    <Dialog open onClose={onClose} aria-labelledby="add-player">
      <form onSubmit={submit}>
        <DialogTitle id="add-player">Add a player</DialogTitle>
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
            Add
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
