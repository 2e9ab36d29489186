/** The log: every take with its small core; open it, or delete it and think again. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Chip from '@mui/material/Chip';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { comparableName, tempo as tempoOf, tempoName } from '@feldspar/core/time';
import { useEffect } from 'react';
import { Link, useSearchParams } from 'react-router';
import useSWR from 'swr';
import { request } from '../api/client.ts';
import { usePlayers, useTakePages } from '../api/hooks.ts';
import type { TakeItem, TakeOrder } from '../api/types.ts';
import { deskOfTake } from '../desk/desk-address.ts';
import { FittedCore } from '../core-sample/FittedCore.tsx';
import { coreOfSummary } from '../core-sample/model.ts';
import { type OutboxEntry, discard, keep } from '../local/outbox.ts';
import { useOutbox } from '../local/useOutbox.ts';
import { Choice } from '../shell/Choice.tsx';
import { ErrorNotice } from '../shell/ErrorNotice.tsx';
import { saveFile } from '../shell/save-file.ts';
import { shortDate, unbroken } from '../shell/text.ts';
import { useUndo } from '../shell/useUndo.tsx';
import { measureInWorker } from '../workers/measure.ts';

const EVERYBODY = 'everybody';

const ORDERS: [TakeOrder, string][] = [
  ['newest', 'newest first'],
  ['slowest', 'slowest first'],
  ['fastest', 'fastest first'],
];

export function Log() {
  const [search, setSearch] = useSearchParams();
  const player = search.get('player');
  const players = usePlayers();
  const order = ORDERS.find(([key]) => key === search.get('order'))?.[0] ?? 'newest';
  const pages = useTakePages(player, order);
  const outbox = useOutbox().filter((entry) => !player || entry.take.playerId === player);
  const { mutate: renew } = pages;
  // A take that left the outbox is on the server now.
  useEffect(() => void renew(), [outbox.length, renew]);
  const undoable = useUndo();
  const items = pages.data?.flatMap((page) => page.items) ?? [];
  const more = pages.data?.at(-1)?.nextCursor != null;
  const filter = (name: string, value: string, usual: string) => {
    const next = new URLSearchParams(search);
    if (value === usual) next.delete(name);
    else next.set(name, value);
    setSearch(next);
  };
  const nameOf = (id: string | null) => players.data?.items.find((p) => p.id === id)?.name ?? null;

  const remove = (take: TakeItem) =>
    undoable({
      said: `Deleted: ${take.title}, ${shortDate(take.startedAt)}`,
      async run() {
        await request('DELETE', `/takes/${take.id}`);
        await pages.mutate();
      },
      async undo() {
        await request('POST', `/takes/${take.id}/restore`);
        await pages.mutate();
      },
    });

  return (
    <Stack spacing={3} sx={{ maxWidth: 1120 }}>
      <Stack
        direction="row"
        useFlexGap
        spacing={2}
        sx={{ flexWrap: 'wrap', justifyContent: 'space-between', alignItems: 'flex-start' }}
      >
        <Typography variant="h1">What was played</Typography>
        <Stack direction="row" useFlexGap spacing={1.5} sx={{ flexWrap: 'wrap' }}>
          <Button
            component={Link}
            to={player ? `/hold?player=${player}` : '/hold'}
            variant="outlined"
            color="inherit"
          >
            How long alone
          </Button>
          <Choice
            label="Order"
            value={order}
            options={ORDERS}
            onChange={(value) => filter('order', value, 'newest')}
          />
          <Choice
            label="Takes of"
            value={players.data?.items.some(({ id }) => id === player) ? player! : EVERYBODY}
            options={[
              [EVERYBODY, 'everybody'],
              ...(players.data?.items ?? []).map(({ id, name }) => [id, name] as const),
            ]}
            onChange={(value) => filter('player', value, EVERYBODY)}
            minWidth={220}
          />
        </Stack>
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
  const { bpm, beat } = take.trueTempo ?? take.tempo;
  const tempo = comparableName(tempoOf(bpm, beat)) + (take.trueTempo ? ' in truth' : '');
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
      <Stack
        direction="row"
        useFlexGap
        sx={{ flexWrap: 'wrap', gridColumn: { xs: 2, sm: 'auto' }, justifySelf: 'start' }}
      >
        <Button
          component={Link}
          to={deskOfTake(take)}
          color="inherit"
          aria-label={`What did ${tempoName(tempoOf(take.tempo.bpm, take.tempo.beat))} mean? ${take.title}, ${shortDate(take.startedAt)}`}
          sx={{ color: 'text.secondary' }}
        >
          True tempo
        </Button>
        <Button
          color="inherit"
          onClick={onDelete}
          aria-label={`Delete ${take.title}, ${shortDate(take.startedAt)}`}
          sx={{ color: 'text.secondary' }}
        >
          Delete
        </Button>
      </Stack>
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
  const download = () => saveFile(`take-${take.id}.json`, 'application/json', JSON.stringify(take));
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
