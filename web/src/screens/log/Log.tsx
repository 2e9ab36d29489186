/** The log: every take with its small core; open it, or delete it and think again. */
import Button from '@mui/material/Button';
import Chip from '@mui/material/Chip';
import Typography from '@mui/material/Typography';
import { comparableName, tempo as tempoOf, tempoName } from '@feldspar/core/time';
import { useDeferredValue, useEffect } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import useSWR from 'swr';
import { takeAt } from '../../addresses/addresses.ts';
import { deleteThing, restoreThing } from '../../data/changes.ts';
import { usePlayers, useTakePage } from '../../data/hooks.ts';
import type { TakeItem, TakeOrder } from '@feldspar/core/wire';
import { deskOfTake } from '../../addresses/desk-address.ts';
import { SmallCore } from '../../parts/core-sample/SmallCore.tsx';
import type { Take } from '@feldspar/core/take';
import { INPUT_CHIPS } from '../../text/input-words.ts';
import { overTake } from '../../data/outbox/overlay.ts';
import type { Waiting } from '../../data/outbox/queue.ts';
import { useOutbox } from '../../data/outbox/useOutbox.ts';
import { FIND, useFilters } from '../../parts/actions/useFilters.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { SearchField } from '../../parts/fields/SearchField.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { Empty } from '../../parts/layout/Empty.tsx';
import { List, ListItem } from '../../parts/layout/List.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { LogTabs } from '../../parts/log-tabs/LogTabs.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { firstWords } from '../../text/finding-text.ts';
import { fits } from '../../text/search.ts';
import { shortDate } from '../../text/text.ts';
import { undoable } from '../../parts/actions/undoable.tsx';
import { measureInWorker } from '../../workers/measure.ts';

const EVERYBODY = 'everybody';

const ORDERS: [TakeOrder, string][] = [
  ['newest', 'newest first'],
  ['slowest', 'slowest first'],
  ['fastest', 'fastest first'],
];
/** Which takes come on the next page, and which stood on the one before. */
const ONWARD: Record<TakeOrder, [next: string, before: string]> = {
  newest: ['Older takes', 'Newer takes'],
  slowest: ['Faster takes', 'Slower takes'],
  fastest: ['Slower takes', 'Faster takes'],
};

export default function Log() {
  const [search, filter] = useFilters();
  const location = useLocation();
  const navigate = useNavigate();
  const player = search.get('player');
  const players = usePlayers();
  const order = ORDERS.find(([key]) => key === search.get('order'))?.[0] ?? 'newest';
  const cursor = search.get('from');
  const sought = search.get(FIND) ?? '';
  const page = useTakePage(player, order, cursor, useDeferredValue(sought));
  const queue = useOutbox();
  const outbox = queue.filter(
    ({ thing, method, body }) =>
      thing.startsWith('take ') &&
      method === 'PUT' &&
      (!player || (body as Take).playerId === player) &&
      fits(sought, (body as Take).plan.title),
  );
  const { mutate: renew } = page;
  // What left the outbox is on the server now.
  useEffect(() => void renew(), [queue.length, renew]);
  const items = page.data?.items ?? [];
  // What was not sent yet is the newest.
  const waitingHere = cursor ? [] : outbox;
  const addressFrom = (from: string | null) => {
    const next = new URLSearchParams(search);
    if (from) next.set('from', from);
    else next.delete('from');
    return `/log?${next.toString()}`;
  };
  const firstPage = addressFrom(null);
  const older = page.data?.nextCursor ? addressFrom(page.data.nextCursor) : null;
  const came = (location.state as { came?: boolean } | null)?.came === true;
  const nameOf = (id: string | null) => players.data?.items.find((p) => p.id === id)?.name ?? null;

  const remove = (take: TakeItem) =>
    undoable({
      said: `Deleted: ${take.title}, ${shortDate(take.startedAt)}`,
      async run() {
        await deleteThing('take', take.id, take.title);
        await page.mutate();
      },
      async undo() {
        await restoreThing('take', take.id, take.title);
        await page.mutate();
      },
    });

  return (
    <Page
      tabs={<LogTabs at="Takes" player={player} />}
      title="What was played"
      actions={
        <>
          <SearchField label="Find a take" value={sought} onChange={(text) => filter(FIND, text, '')} />
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
        </>
      }
    >
      {page.error !== undefined && <ErrorNotice error={page.error} />}
      {!page.data && page.error === undefined && <ScreenSkeleton />}
      {page.data && items.length === 0 && sought !== '' && <Empty>No take fits. Type fewer letters.</Empty>}
      {page.data && items.length === 0 && sought === '' && outbox.length === 0 && (
        <Empty>
          Nothing yet. <Link to="/">Play something</Link>, and it will stand here tomorrow too.
        </Empty>
      )}
      <List label="Takes">
        {waitingHere.map((entry) => (
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
      </List>
      <Row>
        {cursor && (
          <Button variant="outlined" onClick={() => void (came ? navigate(-1) : navigate(firstPage))}>
            {came ? ONWARD[order][1] : 'The first page'}
          </Button>
        )}
        {older && (
          <Button component={Link} to={older} state={{ came: true }} variant="outlined">
            {ONWARD[order][0]}
          </Button>
        )}
      </Row>
    </Page>
  );
}

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
    <ListItem
      picture={take.summary ? <SmallCore summary={take.summary} title={take.title} /> : null}
      actions={<TakeActions take={take} onDelete={onDelete} />}
    >
      <Typography
        component={Link}
        to={takeAt(take.id)}
        sx={{ fontWeight: 600, color: 'text.primary', textUnderlineOffset: 3 }}
      >
        {take.unreadable ??
          firstWords(take.summary) ??
          (take.summary ? take.title : null) ??
          `Not measured yet${take.unmeasured ? `: ${take.unmeasured}` : ''}`}
      </Typography>
      <Row gap={1}>
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {facts.join(' · ')}
        </Typography>
        {take.input && INPUT_CHIPS[take.input] && (
          <Chip size="small" variant="outlined" label={INPUT_CHIPS[take.input]} />
        )}
      </Row>
      {take.note && (
        <Typography variant="body2" sx={{ fontStyle: 'italic' }}>
          “{take.note}”
        </Typography>
      )}
    </ListItem>
  );
}

function TakeActions({ take, onDelete }: { take: TakeItem; onDelete(): void }) {
  const when = `${take.title}, ${shortDate(take.startedAt)}`;
  return (
    <>
      {take.tempo && (
        <Button
          component={Link}
          to={deskOfTake({ id: take.id, tempo: take.tempo })}
          aria-label={`Tempo really was … What did ${tempoName(tempoOf(take.tempo.bpm, take.tempo.beat))} mean? ${when}`}
          sx={{ color: 'text.secondary' }}
        >
          Tempo really was …
        </Button>
      )}
      <Button onClick={onDelete} aria-label={`Delete ${when}`} sx={{ color: 'text.secondary' }}>
        Delete
      </Button>
    </>
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
    <ListItem
      picture={measured.data ? <SmallCore summary={measured.data.summary} title={take.plan.title} /> : null}
    >
      <Typography
        component={Link}
        to={takeAt(take.id)}
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
    </ListItem>
  );
}
