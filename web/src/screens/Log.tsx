/** The log: every take with its small core; open it, or delete it and think again. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Chip from '@mui/material/Chip';
import MenuItem from '@mui/material/MenuItem';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { tempo as tempoOf, tempoName } from '@feldspar/core/time';
import { useSnackbar } from 'notistack';
import { useEffect } from 'react';
import { Link, useSearchParams } from 'react-router';
import useSWR from 'swr';
import { request } from '../api/client.ts';
import { usePlayers, useTakePages } from '../api/hooks.ts';
import type { TakeItem } from '../api/types.ts';
import { FittedCore } from '../core-sample/FittedCore.tsx';
import { coreOfSummary } from '../core-sample/model.ts';
import { type OutboxEntry, discard, keep } from '../local/outbox.ts';
import { useOutbox } from '../local/useOutbox.ts';
import { ErrorNotice } from '../shell/ErrorNotice.tsx';
import { shortDate, unbroken } from '../shell/text.ts';
import { measureInWorker } from '../workers/measure.ts';

const EVERYBODY = 'everybody';

export function Log() {
  const [search, setSearch] = useSearchParams();
  const player = search.get('player');
  const players = usePlayers();
  const pages = useTakePages(player);
  const outbox = useOutbox().filter((entry) => !player || entry.take.playerId === player);
  const { mutate: renew } = pages;
  // A take that left the outbox is on the server now.
  useEffect(() => void renew(), [outbox.length, renew]);
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  const items = pages.data?.flatMap((page) => page.items) ?? [];
  const more = pages.data?.at(-1)?.nextCursor != null;
  const nameOf = (id: string | null) => players.data?.items.find((p) => p.id === id)?.name ?? null;

  const remove = async (take: TakeItem) => {
    try {
      await request('DELETE', `/takes/${take.id}`);
      await pages.mutate();
    } catch (error) {
      enqueueSnackbar((error as Error).message, { variant: 'error' });
      return;
    }
    const undo = async () => {
      closeSnackbar();
      try {
        await request('POST', `/takes/${take.id}/restore`);
        await pages.mutate();
      } catch (error) {
        enqueueSnackbar((error as Error).message, { variant: 'error' });
      }
    };
    enqueueSnackbar(`Deleted: ${take.title}, ${shortDate(take.startedAt)}`, {
      autoHideDuration: 12_000,
      action: (
        <Button color="inherit" onClick={() => void undo()}>
          Undo
        </Button>
      ),
    });
  };

  return (
    <Stack spacing={3} sx={{ maxWidth: 1120 }}>
      <Stack
        direction="row"
        useFlexGap
        spacing={2}
        sx={{ flexWrap: 'wrap', justifyContent: 'space-between', alignItems: 'flex-start' }}
      >
        <Typography variant="h1">What was played</Typography>
        <TextField
          select
          size="small"
          label="Takes of"
          value={players.data?.items.some(({ id }) => id === player) ? player : EVERYBODY}
          onChange={({ target }) => setSearch(target.value === EVERYBODY ? {} : { player: target.value })}
          sx={{ minWidth: 220 }}
        >
          <MenuItem value={EVERYBODY}>everybody</MenuItem>
          {players.data?.items.map(({ id, name }) => (
            <MenuItem key={id} value={id}>
              {name}
            </MenuItem>
          ))}
        </TextField>
      </Stack>
      {pages.error !== undefined && <ErrorNotice error={pages.error} />}
      {pages.data && items.length === 0 && outbox.length === 0 && (
        <Typography>
          Nothing yet. <Link to="/">Play something</Link>, and it will stand here tomorrow too.
        </Typography>
      )}
      <Box component="ul" aria-label="Takes" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {outbox.map((entry) => (
          <WaitingRow key={entry.id} entry={entry} player={nameOf(entry.take.playerId)} />
        ))}
        {items.map((take) => (
          <TakeRow
            key={take.id}
            take={take}
            player={nameOf(take.playerId)}
            onDelete={() => void remove(take)}
          />
        ))}
      </Box>
      {more && (
        <Button
          variant="outlined"
          color="inherit"
          onClick={() => void pages.setSize(pages.size + 1)}
          sx={{ alignSelf: 'flex-start' }}
        >
          Show older takes
        </Button>
      )}
    </Stack>
  );
}

const ROW = {
  display: 'grid',
  gridTemplateColumns: { xs: '84px minmax(0, 1fr)', sm: '150px minmax(0, 1fr) auto' },
  gap: { xs: 1.5, sm: 3 },
  alignItems: 'center',
  py: 1.5,
  borderTop: '1px solid',
  borderColor: 'divider',
} as const;

function TakeRow({ take, player, onDelete }: { take: TakeItem; player: string | null; onDelete(): void }) {
  const tempo = tempoName(tempoOf(take.tempo.bpm, take.tempo.beat));
  const facts = [
    take.title,
    tempo,
    ...(player ? [player] : []),
    shortDate(take.startedAt),
    ...(take.stopped ? ['stopped early'] : []),
  ];
  return (
    <Box component="li" sx={ROW}>
      <SmallCore summary={take.summary} title={take.title} />
      <Box sx={{ minWidth: 0 }}>
        <Typography
          component={Link}
          to={`/takes/${take.id}`}
          sx={{ fontWeight: 600, color: 'text.primary', textUnderlineOffset: 3 }}
        >
          {unbroken(take.summary.sentence)}
        </Typography>
        <Stack direction="row" useFlexGap spacing={1} sx={{ flexWrap: 'wrap', alignItems: 'center' }}>
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            {facts.join(' · ')}
          </Typography>
          {take.input === 'simulated' && <Chip size="small" variant="outlined" label="simulated player" />}
        </Stack>
        {take.note && (
          <Typography variant="body2" sx={{ fontStyle: 'italic' }}>
            “{take.note}”
          </Typography>
        )}
      </Box>
      <Button
        color="inherit"
        onClick={onDelete}
        aria-label={`Delete ${take.title}, ${shortDate(take.startedAt)}`}
        sx={{ gridColumn: { xs: 2, sm: 'auto' }, justifySelf: 'start', color: 'text.secondary' }}
      >
        Delete
      </Button>
    </Box>
  );
}

function SmallCore({ summary, title }: { summary: TakeItem['summary']; title: string }) {
  const rows = summary.core.rows.length;
  return (
    <FittedCore
      model={coreOfSummary(summary)}
      rowHeight={Math.max(3.2, Math.min(7, 84 / rows))}
      annotated={false}
      maxWidth={150}
      label={`Small core of ${title}`}
    />
  );
}

/** A take that is still only in this browser. */
function WaitingRow({ entry, player }: { entry: OutboxEntry; player: string | null }) {
  const { take, state, reason } = entry;
  const measured = useSWR(['waiting', entry.id, take.hits.length], () => measureInWorker(take));
  const download = () => {
    const url = URL.createObjectURL(new Blob([JSON.stringify(take)], { type: 'application/json' }));
    const link = document.createElement('a');
    link.href = url;
    link.download = `take-${take.id}.json`;
    link.click();
    URL.revokeObjectURL(url);
  };
  return (
    <Box component="li" sx={ROW}>
      {measured.data ? <SmallCore summary={measured.data.summary} title={take.plan.title} /> : <span />}
      <Box sx={{ minWidth: 0 }}>
        <Typography
          component={Link}
          to={`/takes/${take.id}`}
          sx={{ fontWeight: 600, color: 'text.primary', textUnderlineOffset: 3 }}
        >
          {measured.data?.summary.sentence ?? take.plan.title}
        </Typography>
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {[take.plan.title, ...(player ? [player] : []), shortDate(take.startedAt)].join(' · ')}
        </Typography>
        <Typography variant="body2" sx={{ color: 'core.late', fontWeight: 600 }}>
          {state === 'waiting'
            ? 'Kept in this browser; sent as soon as the server answers.'
            : `The server refused it: ${reason}`}
        </Typography>
      </Box>
      {state === 'refused' ? (
        <Stack direction="row">
          <Button color="inherit" onClick={download}>
            Save as a file
          </Button>
          <Button color="inherit" onClick={() => void keep(take, 'waiting')}>
            Try again
          </Button>
          <Button color="inherit" onClick={() => void discard(entry.id)}>
            Delete
          </Button>
        </Stack>
      ) : (
        <span />
      )}
    </Box>
  );
}
