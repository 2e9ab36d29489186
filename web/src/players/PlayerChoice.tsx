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
import { request } from '../api/client.ts';
import { usePlayers } from '../api/hooks.ts';
import { setCurrentPlayer, useCurrentPlayerId } from './current-player.ts';

const NOBODY = 'nobody';
const ADD = 'add';

export function PlayerChoice() {
  const { data, mutate } = usePlayers();
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
            await request('PUT', `/players/${id}`, { name, instrument });
            await mutate();
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
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    try {
      await onAdd(name, instrument);
      onClose();
    } catch (failure) {
      setError((failure as Error).message);
    }
  };
  return (
    <Dialog open onClose={onClose} aria-labelledby="add-player">
      <form onSubmit={(event) => void submit(event)}>
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
          <Button type="submit" variant="contained">
            Add
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
