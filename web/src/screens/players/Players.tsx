/** Who is here: the roster, with what is known of each; lists of names are read in and written out. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { rosterCsv } from '@feldspar/core/formats';
import type { Player } from '@feldspar/core/wire';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { lessonAt } from '../../addresses/addresses.ts';
import { deleteThing, mergePlayer, restoreThing, savePlayer } from '../../data/changes.ts';
import { usePlayers } from '../../data/hooks.ts';
import { setCurrentPlayer } from '../../device/current-player.ts';
import { openAs } from '../../device/opened-as.ts';
import { saveFile } from '../../files/save-file.ts';
import { MenuButton } from '../../parts/actions/MenuButton.tsx';
import { FIND, useFilters } from '../../parts/actions/useFilters.ts';
import { undoable } from '../../parts/actions/undoable.tsx';
import { Choice } from '../../parts/fields/Choice.tsx';
import { SearchField } from '../../parts/fields/SearchField.tsx';
import { Empty } from '../../parts/layout/Empty.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { List, ListItem } from '../../parts/layout/List.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { PlayerMark } from '../../parts/people/PlayerMark.tsx';
import { SamePlayerDialog } from '../../parts/players/SamePlayerDialog.tsx';
import { playerText } from '../../parts/players/player-text.ts';
import { classesOf, without } from '../../parts/people/profile.ts';
import { StudioTabs } from '../../parts/studio-tabs/StudioTabs.tsx';
import { LEVEL_WORDS, todayHere } from '../../text/people-text.ts';
import { fits } from '../../text/search.ts';
import { plural } from '../../text/text.ts';
import { ImportDialog } from './ImportDialog.tsx';
import { ProfileDialog } from './ProfileDialog.tsx';

const EVERY_CLASS = 'everybody';
const GONE = 'gone';

export default function Players() {
  const { data, error } = usePlayers();
  const [search, say] = useFilters();
  const [editing, setEditing] = useState<Player | null>(null);
  const [merging, setMerging] = useState<Player | null>(null);
  if (!data) return error ? <ErrorNotice error={error} /> : <ScreenSkeleton />;
  const all = data.items;
  const group = search.get('class') ?? EVERY_CLASS;
  const find = search.get(FIND) ?? '';
  const groups = classesOf(all);
  const archived = all.filter(({ profile }) => profile.archived === true);
  const shown = (group === GONE ? archived : all.filter(({ profile }) => profile.archived !== true)).filter(
    (player) =>
      (group === EVERY_CLASS || group === GONE || (player.profile.groups ?? []).includes(group)) &&
      fits(find, playerText(player)),
  );
  const change = (player: Player, profile: Player['profile']) =>
    savePlayer(player.id, { name: player.name, instrument: player.instrument, profile });
  const archive = (player: Player, gone: boolean) => {
    const rest = without(player.profile, 'archived');
    return undoable({
      said: gone ? `${player.name} is in the archive; everything is kept.` : `${player.name} is back.`,
      run: () => change(player, gone ? { ...rest, archived: true } : rest),
      undo: () => change(player, player.profile),
    });
  };
  const remove = (player: Player) =>
    undoable({
      said: `Removed: ${playerText(player)}. The takes stay.`,
      run: () => deleteThing('player', player.id, player.name),
      undo: () => restoreThing('player', player.id, player.name),
    });
  const merge = (player: Player, into: Player) =>
    undoable({
      said: `The takes of ${playerText(player)} are ${playerText(into)}’s now.`,
      run: () => mergePlayer(player.id, player.name, into.id),
      undo: () => restoreThing('player', player.id, player.name),
      undone: 'They are two again.',
    });
  const adding = search.get('add') === '1';
  return (
    <Page
      tabs={<StudioTabs at="Players" />}
      title={`${plural(shown.length, 'player')}${group === GONE ? ' in the archive' : ''}`}
      actions={
        <>
          <MenuButton
            name="Lists of names"
            choices={[
              ['Read a list in …', () => say('import', '1', '', true)],
              [
                'Save as CSV',
                all.length === 0
                  ? null
                  : () =>
                      saveFile(
                        `feldspar-players-${todayHere()}.csv`,
                        'text/csv;charset=utf-8',
                        rosterCsv(all),
                      ),
              ],
            ]}
          />
          <Button variant="contained" onClick={() => say('add', '1', '', true)}>
            Add a player
          </Button>
        </>
      }
    >
      <Row>
        <Choice
          label="Class"
          value={group === GONE || groups.includes(group) ? group : EVERY_CLASS}
          options={[
            [EVERY_CLASS, 'everybody'],
            ...groups.map((name) => [name, name] as const),
            [GONE, `archive (${archived.length})`],
          ]}
          onChange={(value) => say('class', value, EVERY_CLASS)}
        />
        <SearchField label="Find a player" value={find} onChange={(text) => say(FIND, text, '')} />
      </Row>
      {shown.length === 0 && (
        <Empty>
          {all.length === 0
            ? 'Nobody yet. Add a player, or read in a list of names from a spreadsheet.'
            : 'Nobody fits. Choose another class, or fewer letters.'}
        </Empty>
      )}
      <List label="Players">
        {shown.map((player) => (
          <PlayerRow
            key={player.id}
            player={player}
            onEdit={() => setEditing(player)}
            onArchive={(gone) => void archive(player, gone)}
            onMerge={all.length > 1 ? () => setMerging(player) : null}
            onRemove={() => void remove(player)}
          />
        ))}
      </List>
      {(editing || adding) && (
        <ProfileDialog
          player={editing}
          others={all.filter(({ id }) => id !== editing?.id)}
          onClose={() => {
            setEditing(null);
            if (adding) say('add', '', '', true);
          }}
        />
      )}
      {merging && (
        <SamePlayerDialog
          player={merging}
          others={all.filter(({ id }) => id !== merging.id)}
          onClose={() => setMerging(null)}
          onMerge={(into) => merge(merging, into)}
        />
      )}
      {search.get('import') === '1' && (
        <ImportDialog here={all} onClose={() => say('import', '', '', true)} />
      )}
    </Page>
  );
}

interface PlayerRowProps {
  player: Player;
  onEdit(): void;
  onArchive(gone: boolean): void;
  onMerge: (() => void) | null;
  onRemove(): void;
}

function PlayerRow({ player, onEdit, onArchive, onMerge, onRemove }: PlayerRowProps) {
  const navigate = useNavigate();
  const { profile, name } = player;
  const gone = profile.archived === true;
  const facts = [
    player.instrument,
    ...(profile.level ? [LEVEL_WORDS[profile.level]] : []),
    ...(profile.groups ?? []),
    ...(profile.school ? [profile.school] : []),
  ].filter((fact) => fact !== '');
  return (
    <ListItem
      short
      actions={
        <MenuButton
          name="More"
          label={`More about ${name}`}
          choices={[
            ['Lesson', () => void navigate(lessonAt(player.id))],
            ['Change what is known …', onEdit],
            [
              'Open as this player',
              () => {
                setCurrentPlayer(player.id);
                openAs(player.id);
                // Nothing that was seen before stays in the page.
                window.location.assign('/');
              },
            ],
            ['Same as somebody else …', onMerge],
            gone ? ['Bring back', () => onArchive(false)] : ['Into the archive', () => onArchive(true)],
            ['Remove', onRemove],
          ]}
        />
      }
    >
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
        <PlayerMark player={player} />
        <Box sx={{ minWidth: 0 }}>
          <Typography sx={{ fontWeight: 600 }}>{name}</Typography>
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            {facts.join(' · ')}
          </Typography>
        </Box>
      </Box>
    </ListItem>
  );
}
