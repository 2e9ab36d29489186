/** "Who is playing": choose a player, add one, give the one who plays another name, or remove them. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { deleteThing, restoreThing, savePlayer } from '../../data/changes.ts';
import { usePlayers } from '../../data/hooks.ts';
import type { Player } from '../../data/wire/types.ts';
import { setCurrentPlayer, useCurrentPlayerId } from '../../device/current-player.ts';
import { useUndo } from '../actions/useUndo.tsx';
import { PlayerDialog } from './PlayerDialog.tsx';

const NOBODY = 'nobody';
const ADD = 'add';

export const playerText = ({ name, instrument }: Pick<Player, 'name' | 'instrument'>): string =>
  instrument ? `${name}, ${instrument}` : name;

export function PlayerChoice() {
  const { data, mutate } = usePlayers();
  const undoable = useUndo();
  const currentId = useCurrentPlayerId();
  const [asking, setAsking] = useState<'new' | 'name' | null>(null);
  const players = data?.items ?? [];
  const current = players.find(({ id }) => id === currentId);
  const remove = (player: Player) =>
    undoable({
      said: `Removed: ${playerText(player)}. The takes stay.`,
      async run() {
        await deleteThing('player', player.id, player.name);
        setCurrentPlayer(null);
        await mutate();
      },
      async undo() {
        await restoreThing('player', player.id, player.name);
        setCurrentPlayer(player.id);
        await mutate();
      },
    });
  return (
    <Stack spacing={1.5} sx={{ alignItems: 'flex-start' }}>
      <TextField
        select
        size="small"
        label="Who is playing"
        value={current ? current.id : NOBODY}
        onChange={({ target }) => {
          if (target.value === ADD) setAsking('new');
          else setCurrentPlayer(target.value === NOBODY ? null : target.value);
        }}
        sx={{ minWidth: 220 }}
      >
        <MenuItem value={NOBODY}>nobody by name</MenuItem>
        {players.map((player) => (
          <MenuItem key={player.id} value={player.id}>
            {playerText(player)}
          </MenuItem>
        ))}
        <MenuItem value={ADD}>Add a player …</MenuItem>
      </TextField>
      {current && (
        <Stack direction="row" spacing={1}>
          <Button color="inherit" onClick={() => setAsking('name')}>
            Another name
          </Button>
          <Button color="inherit" onClick={() => void remove(current)}>
            Remove {current.name}
          </Button>
        </Stack>
      )}
      {asking && (
        <PlayerDialog
          player={asking === 'name' ? (current ?? null) : null}
          others={players.filter(({ id }) => asking === 'new' || id !== currentId)}
          onClose={() => setAsking(null)}
          onSave={async (player) => {
            const id = asking === 'name' && current ? current.id : crypto.randomUUID();
            await savePlayer(id, player);
            setCurrentPlayer(id);
          }}
        />
      )}
    </Stack>
  );
}
