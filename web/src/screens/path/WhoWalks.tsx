/** Who walks a path, and where each of them stands: told by their takes. */
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Path } from '@feldspar/core/paths';
import type { KeptWalk, Player } from '@feldspar/core/wire';
import { useMemo } from 'react';
import { usePlayers, usePractised, useWalks, walkOf } from '../../data/hooks.ts';
import { Panel } from '../../parts/layout/Panel.tsx';
import { pastTake } from '../../parts/practised/past-takes.ts';
import { useStanding } from '../../parts/practised/useWeeks.ts';

export function WhoWalks({ id, path }: { id: string; path: Path }) {
  const walks = useWalks().data?.items ?? [];
  const players = usePlayers().data?.items ?? [];
  const here = players.flatMap((player) => {
    const walk = walkOf(walks, player.id);
    return walk?.document.pathId === id ? [{ player, walk }] : [];
  });
  if (here.length === 0) return null;
  return (
    <Panel title="Who walks it">
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {here.map(({ player, walk }) => (
          <Walker key={player.id} player={player} walk={walk} path={path} />
        ))}
      </Box>
    </Panel>
  );
}

function Walker({ player, walk, path }: { player: Player; walk: KeptWalk; path: Path }) {
  const takes = usePractised(player.id).data?.items;
  const past = useMemo(() => (takes ?? []).map(pastTake), [takes]);
  const standing = useStanding(path, past, walk);
  const present = standing?.present ?? null;
  return (
    <Box component="li" sx={{ py: 0.5 }}>
      <Typography sx={{ fontWeight: 600 }}>{player.name}</Typography>
      {takes && standing && (
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {standing.held} of {path.steps.length} held
          {present === null ? ', all of it' : ` · at “${path.steps[present].title}”`}
        </Typography>
      )}
    </Box>
  );
}
