/** The bin: what was deleted, to be brought back while it is there. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import { type Kind, restoreThing } from '../../data/changes.ts';
import { useBin, usePlayers } from '../../data/hooks.ts';
import { useOutbox } from '../../data/outbox/useOutbox.ts';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { playerText } from '../../parts/players/player-text.ts';
import { Empty } from '../../parts/layout/Empty.tsx';
import { List, ListItem } from '../../parts/layout/List.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { LogTabs } from '../../parts/log-tabs/LogTabs.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { firstWords } from '../../text/finding-text.ts';
import { longDate, plural, shortDate } from '../../text/text.ts';
import { fits } from '../../text/search.ts';
import { FIND, useFilters } from '../../parts/actions/useFilters.ts';
import { SearchField } from '../../parts/fields/SearchField.tsx';
import { useOnce } from '../../parts/actions/useOnce.ts';

const DAY_MS = 86_400_000;
const DOCUMENTS = {
  ...{ path: 'a path of your own', agenda: 'an agenda', assignment: 'work that was given' },
  ...{ lesson: 'the note of a lesson', circle: 'a circle' },
} as const;

interface Thing {
  kind: Kind;
  id: string;
  title: string;
  facts: string;
  deletedAt: string;
}

export default function Bin() {
  const { data, error } = useBin();
  const [search, say] = useFilters();
  const { data: players } = usePlayers();
  const nameOf = (id: string) =>
    [...(players?.items ?? []), ...(data?.players ?? [])].find((player) => player.id === id)?.name ??
    'another';
  const back = useOutbox().filter(({ method, path }) => method === 'POST' && path.endsWith('/restore'));
  const [now] = useState(() => Date.now());
  if (!data) return error ? <ErrorNotice error={error} /> : <ScreenSkeleton />;
  const takes = data.takes.map(({ id, title, startedAt, deletedAt, summary }): Thing => ({
    kind: 'take',
    id,
    title: firstWords(summary) ?? title,
    facts: `${title}, played ${longDate(startedAt)}`,
    deletedAt,
  }));
  const plans = data.plans.map(({ id, title, deletedAt }): Thing => ({
    kind: 'plan',
    id,
    title,
    facts: 'a plan of your own',
    deletedAt,
  }));
  const removed = data.players.map(({ id, name, instrument, mergedInto, deletedAt }): Thing => ({
    kind: 'player',
    id,
    title: name,
    facts:
      playerText({ name, instrument }) + (mergedInto ? `, whose takes are ${nameOf(mergedInto)}’s now` : ''),
    deletedAt,
  }));
  const recordings = data.recordings.map(({ id, name, recordedAt, deletedAt }): Thing => ({
    kind: 'recording',
    id,
    title: name,
    facts: `a recording of ${longDate(recordedAt)}`,
    deletedAt,
  }));
  const documents = (Object.keys(DOCUMENTS) as (keyof typeof DOCUMENTS)[]).flatMap((kind) =>
    data[`${kind}s`].map(({ id, title, deletedAt }): Thing => ({
      ...{ kind, id, title, deletedAt },
      facts: DOCUMENTS[kind],
    })),
  );
  const sought = search.get(FIND) ?? '';
  const things = [...takes, ...plans, ...recordings, ...documents, ...removed]
    .filter(({ title, facts }) => fits(sought, `${title} ${facts}`))
    .filter(({ kind, id }) => !back.some(({ thing }) => thing === `${kind} ${id}`))
    .sort((a, b) => b.deletedAt.localeCompare(a.deletedAt));
  const left = (deletedAt: string) =>
    Math.max(0, Math.ceil(data.daysKept - (now - Date.parse(deletedAt)) / DAY_MS));
  return (
    <Page
      tabs={<LogTabs at="Bin" />}
      title="The bin"
      actions={
        <SearchField label="Find what was deleted" value={sought} onChange={(text) => say(FIND, text, '')} />
      }
      intro={`What was deleted lies here for ${plural(data.daysKept, 'day')} and can be brought back; then it is really gone.`}
    >
      {things.length === 0 && sought !== '' ? (
        <Empty>Nothing that was deleted fits. Type fewer letters.</Empty>
      ) : things.length === 0 ? (
        <Empty>
          It is empty. What you delete in the <Link to="/log">log</Link> or among the{' '}
          <Link to="/plans">plans</Link>, and players who are removed, come here first.
        </Empty>
      ) : (
        <List label="Deleted">
          {things.map((thing) => (
            <Row key={`${thing.kind} ${thing.id}`} thing={thing} daysLeft={left(thing.deletedAt)} />
          ))}
        </List>
      )}
    </Page>
  );
}

function Row({ thing, daysLeft }: { thing: Thing; daysLeft: number }) {
  const { kind, id, title, facts, deletedAt } = thing;
  const { run, running } = useOnce(() => restoreThing(kind, id, title));
  return (
    <ListItem
      actions={
        <Button
          variant="outlined"
          disabled={running}
          onClick={() => void run()}
          aria-label={`Bring back ${facts}`}
        >
          Bring back
        </Button>
      }
    >
      <Typography sx={{ fontWeight: 600 }}>{title}</Typography>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {facts} · deleted {shortDate(deletedAt)} · {plural(daysLeft, 'day')} left
      </Typography>
    </ListItem>
  );
}
