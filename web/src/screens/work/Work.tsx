/** What was given, and how far everybody is with it; changed, given again, taken back. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { type AssignmentStanding, isFor } from '@feldspar/core/people';
import type { KeptAssignment, Player } from '@feldspar/core/wire';
import { Suspense, lazy, useState } from 'react';
import { Link } from 'react-router';
import { lessonAt } from '../../addresses/addresses.ts';
import { deleteThing, restoreThing } from '../../data/changes.ts';
import { useAssignments, useNeeds, usePlayers } from '../../data/hooks.ts';
import { FIND, useFilters } from '../../parts/actions/useFilters.ts';
import { undoable } from '../../parts/actions/undoable.tsx';
import { Choice } from '../../parts/fields/Choice.tsx';
import { SearchField } from '../../parts/fields/SearchField.tsx';
import { StandingText, WorkLine } from '../../parts/giving/WorkLine.tsx';
import { Empty } from '../../parts/layout/Empty.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { List, ListItem } from '../../parts/layout/List.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { StudioTabs } from '../../parts/studio-tabs/StudioTabs.tsx';
import { fits } from '../../text/search.ts';
import { plural } from '../../text/text.ts';

const GiveWork = lazy(() => import('../../parts/giving/GiveWork.tsx'));

const SHOWN = [
  ['open', 'open'],
  ['late', 'late'],
  ['done', 'done or over'],
  ['all', 'all of it'],
] as const;
type Shown = (typeof SHOWN)[number][0];
const OPEN: readonly AssignmentStanding['state'][] = ['coming', 'not begun', 'begun', 'late'];

interface Given {
  kept: KeptAssignment;
  whose: { player: Player; standing: AssignmentStanding | undefined }[];
}

export default function Work() {
  const { data, error } = useAssignments();
  const needs = useNeeds().data?.players;
  const players = usePlayers().data?.items;
  const [search, say] = useFilters();
  const [editing, setEditing] = useState<KeptAssignment | 'new' | null>(null);
  if (error && !data) return <ErrorNotice error={error} />;
  if (!data || !players) return <ScreenSkeleton />;
  const shown = SHOWN.find(([key]) => key === search.get('show'))?.[0] ?? 'open';
  const find = search.get(FIND) ?? '';
  const given = data.items.map((kept): Given => ({
    kept,
    whose: players
      .filter(
        ({ id, profile }) => !profile.archived && isFor(kept.document, { id, groups: profile.groups ?? [] }),
      )
      .map((player) => ({
        player,
        standing: needs?.find(({ id }) => id === player.id)?.week.work.find(({ id }) => id === kept.id)
          ?.standing,
      })),
  }));
  const isFound = ({ kept, whose }: Given) =>
    isShown(
      shown,
      whose.map(({ standing }) => standing),
    ) && fits(find, `${kept.document.work.title} ${whose.map(({ player }) => player.name).join(' ')}`);
  const remove = ({ id, document: { work } }: KeptAssignment) =>
    undoable({
      said: `Taken back: ${work.title}. What was played stays.`,
      run: () => deleteThing('assignment', id, work.title),
      undo: () => restoreThing('assignment', id, work.title),
    });
  const found = given.filter(isFound);
  return (
    <Page
      tabs={<StudioTabs at="Given work" />}
      title={`${plural(found.length, 'piece')} of work${shown === 'all' ? '' : `, ${SHOWN.find(([key]) => key === shown)![1]}`}`}
      actions={
        <Button variant="contained" onClick={() => setEditing('new')}>
          Give work
        </Button>
      }
    >
      <Row>
        <Choice label="Show" value={shown} options={SHOWN} onChange={(value) => say('show', value, 'open')} />
        <SearchField label="Find work or a player" value={find} onChange={(text) => say(FIND, text, '')} />
      </Row>
      {found.length === 0 && (
        <Empty>
          {given.length === 0
            ? 'Nothing was given yet. What you give stands first on the player’s bench, and how far it is is told by their takes.'
            : 'Nothing fits. Show all of it, or type fewer letters.'}
        </Empty>
      )}
      <List label="Given work">
        {found.map(({ kept, whose }) => (
          <ListItem
            key={kept.id}
            actions={
              <>
                <Button onClick={() => setEditing(kept)} aria-label={`Change ${kept.document.work.title}`}>
                  Change
                </Button>
                <Button
                  onClick={() => void remove(kept)}
                  aria-label={`Take back ${kept.document.work.title}`}
                >
                  Take back
                </Button>
              </>
            }
          >
            <WorkLine document={kept.document} />
            <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, mt: 0.5 }}>
              {whose.map(({ player, standing }) => (
                <li key={player.id}>
                  <Typography variant="body2">
                    <Link to={lessonAt(player.id)}>{player.name}</Link>{' '}
                    {standing && <StandingText standing={standing} />}
                  </Typography>
                </li>
              ))}
            </Box>
          </ListItem>
        ))}
      </List>
      {editing && (
        <Suspense>
          <GiveWork given={editing === 'new' ? undefined : editing} onClose={() => setEditing(null)} />
        </Suspense>
      )}
    </Page>
  );
}

/** As long as it is not known how far it is, it is open. */
function isShown(shown: Shown, standings: readonly (AssignmentStanding | undefined)[]): boolean {
  const isOpen =
    standings.length === 0 || standings.some((one) => one === undefined || OPEN.includes(one.state));
  switch (shown) {
    case 'all':
      return true;
    case 'open':
      return isOpen;
    case 'late':
      return standings.some((one) => one?.state === 'late');
    case 'done':
      return !isOpen;
  }
}
