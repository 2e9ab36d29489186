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
import { deleteThing, restoreThing } from '../../data/changes.ts';
import { usePlayers, useTakePages } from '../../data/hooks.ts';
import type { TakeItem, TakeOrder } from '@feldspar/core/wire';
import { deskOfTake } from '../../addresses/desk-address.ts';
import { FittedCore } from '../../parts/core-sample/FittedCore.tsx';
import { coreOfSummary } from '../../parts/core-sample/model.ts';
import type { Take } from '@feldspar/core/take';
import { overTake } from '../../data/outbox/overlay.ts';
import type { Waiting } from '../../data/outbox/queue.ts';
import { useOutbox } from '../../data/outbox/useOutbox.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { firstWords } from '../../text/finding-text.ts';
import { shortDate } from '../../text/text.ts';
import { useUndo } from '../../parts/actions/useUndo.tsx';
import { measureInWorker } from '../../workers/measure.ts';

const EVERYBODY = 'everybody';

const ORDERS: [TakeOrder, string][] = [
  ['newest', 'newest first'],
  ['slowest', 'slowest first'],
  ['fastest', 'fastest first'],
];

export default function Log() {
  const [search, setSearch] = useSearchParams();
  const player = search.get('player');
  const players = usePlayers();
  const order = ORDERS.find(([key]) => key === search.get('order'))?.[0] ?? 'newest';
  const pages = useTakePages(player, order);
  const queue = useOutbox();
  const outbox = queue.filter(
    ({ thing, method, body }) =>
      thing.startsWith('take ') && method === 'PUT' && (!player || (body as Take).playerId === player),
  );
  const { mutate: renew } = pages;
  // What left the outbox is on the server now.
  useEffect(() => void renew(), [queue.length, renew]);
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
        await deleteThing('take', take.id, take.title);
        await pages.mutate();
      },
      async undo() {
        await restoreThing('take', take.id, take.title);
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
          <Button component={Link} to="/bin" color="inherit">
            Bin
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
      {!pages.data && pages.error === undefined && <ScreenSkeleton />}
      {pages.data && items.length === 0 && outbox.length === 0 && (
        <Typography>
          Nothing yet. <Link to="/">Play something</Link>, and it will stand here tomorrow too.
        </Typography>
      )}
      <Box component="ul" aria-label="Takes" sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {outbox.map((entry) => (
          <WaitingRow
            key={entry.key}
            entry={entry}
            take={overTake(queue, entry.body as Take)}
            player={nameOf((entry.body as Take).playerId)}
          />
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
  const at = take.trueTempo ?? take.tempo;
  const tempo = at && comparableName(tempoOf(at.bpm, at.beat)) + (take.trueTempo ? ' in truth' : '');
  const facts = [
    take.title,
    ...(tempo ? [tempo] : []),
    ...(player ? [player] : []),
    shortDate(take.startedAt),
    ...(take.stopped ? ['stopped early'] : []),
  ];
  return (
    <Box component="li" sx={ROW}>
      {take.summary ? <SmallCore summary={take.summary} title={take.title} /> : <span />}
      <Box sx={{ minWidth: 0 }}>
        <Typography
          component={Link}
          to={`/takes/${take.id}`}
          sx={{ fontWeight: 600, color: 'text.primary', textUnderlineOffset: 3 }}
        >
          {take.unreadable ??
            firstWords(take.summary) ??
            (take.summary ? take.title : null) ??
            `Not measured yet${take.unmeasured ? `: ${take.unmeasured}` : ''}`}
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
        {take.tempo && (
          <Button
            component={Link}
            to={deskOfTake({ id: take.id, tempo: take.tempo })}
            color="inherit"
            aria-label={`What did ${tempoName(tempoOf(take.tempo.bpm, take.tempo.beat))} mean? ${take.title}, ${shortDate(take.startedAt)}`}
            sx={{ color: 'text.secondary' }}
          >
            True tempo
          </Button>
        )}
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

function SmallCore({ summary, title }: { summary: NonNullable<TakeItem['summary']>; title: string }) {
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

interface WaitingRowProps {
  entry: Waiting;
  take: Take;
  player: string | null;
}

/** A take that is still only in this browser. */
function WaitingRow({ entry, take, player }: WaitingRowProps) {
  const measured = useSWR(['waiting', take.id, take.hits.length], () => measureInWorker(take));
  return (
    <Box component="li" sx={ROW}>
      {measured.data ? <SmallCore summary={measured.data.summary} title={take.plan.title} /> : <span />}
      <Box sx={{ minWidth: 0 }}>
        <Typography
          component={Link}
          to={`/takes/${take.id}`}
          sx={{ fontWeight: 600, color: 'text.primary', textUnderlineOffset: 3 }}
        >
          {firstWords(measured.data?.summary) ?? take.plan.title}
        </Typography>
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {[take.plan.title, ...(player ? [player] : []), shortDate(take.startedAt)].join(' · ')}
        </Typography>
        <Typography variant="body2" sx={{ color: 'core.late', fontWeight: 600 }}>
          {entry.state === 'waiting'
            ? 'Kept in this browser; sent as soon as the server takes it.'
            : `The server cannot take it: ${entry.reason}. See “changes wait”.`}
        </Typography>
      </Box>
      <span />
    </Box>
  );
}
