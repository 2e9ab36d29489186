/** "Who is playing": choose a player, add one; give the one who plays another name, merge them with another, or remove them. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { deleteThing, mergePlayer, restoreThing, savePlayer } from '../../data/changes.ts';
import { usePlayers } from '../../data/hooks.ts';
import type { Player } from '@feldspar/core/wire';
import { setCurrentPlayer, useCurrentPlayerId } from '../../device/current-player.ts';
import { undoable } from '../actions/undoable.tsx';
import { PlayerDialog } from './PlayerDialog.tsx';
import { SamePlayerDialog } from './SamePlayerDialog.tsx';
import { playerText } from './player-text.ts';

const NOBODY = 'nobody';
const ADD = 'add';

/** @param onGone somebody left the list: the way back is shown outside of any dialog. */
export function PlayerChoice({ onGone = () => undefined }: { onGone?(): void }) {
  const { data, mutate } = usePlayers();
  const currentId = useCurrentPlayerId();
  const [asking, setAsking] = useState<'new' | 'name' | 'same' | null>(null);
  const players = data?.items ?? [];
  const current = players.find(({ id }) => id === currentId);
  const remove = (player: Player) =>
    undoable({
      said: `Removed: ${playerText(player)}. The takes stay.`,
      async run() {
        await deleteThing('player', player.id, player.name);
        setCurrentPlayer(null);
        await mutate();
        onGone();
      },
      async undo() {
        await restoreThing('player', player.id, player.name);
        setCurrentPlayer(player.id);
        await mutate();
      },
    });
  const merge = (player: Player, into: Player) =>
    undoable({
      said: `The takes of ${playerText(player)} are ${playerText(into)}’s now.`,
      async run() {
        await mergePlayer(player.id, player.name, into.id);
        setCurrentPlayer(into.id);
        await mutate();
        onGone();
      },
      async undo() {
        await restoreThing('player', player.id, player.name);
        setCurrentPlayer(player.id);
        await mutate();
      },
      undone: 'They are two again.',
    });
  const others = players.filter(({ id }) => id !== currentId);
  return (
    <Stack spacing={1.5} sx={{ alignItems: 'flex-start' }}>
      <TextField
        select
        label="Who is playing"
        value={current ? current.id : NOBODY}
        onChange={({ target }) => {
          if (target.value === ADD) setAsking('new');
          else setCurrentPlayer(target.value === NOBODY ? null : target.value);
        }}
        sx={{ minWidth: 220 }}
      >
        <MenuItem value={NOBODY}>no name</MenuItem>
        {players.map((player) => (
          <MenuItem key={player.id} value={player.id}>
            {playerText(player)}
          </MenuItem>
        ))}
        <MenuItem value={ADD}>Add a player …</MenuItem>
      </TextField>
      {current && (
        <Stack direction="row" sx={{ flexWrap: 'wrap', columnGap: 1 }}>
          <Button onClick={() => setAsking('name')}>Another name</Button>
          {others.length > 0 && <Button onClick={() => setAsking('same')}>Same as …</Button>}
          <Button onClick={() => void remove(current)}>Remove {current.name}</Button>
        </Stack>
      )}
      {asking === 'same' && current && (
        <SamePlayerDialog
          player={current}
          others={others}
          onClose={() => setAsking(null)}
          onMerge={(into) => merge(current, into)}
        />
      )}
      {(asking === 'new' || asking === 'name') && (
        <PlayerDialog
          player={asking === 'name' ? (current ?? null) : null}
          others={asking === 'new' ? players : others}
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
