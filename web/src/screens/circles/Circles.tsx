/** Circles: who sits in the next one, on which click, how hard; and what became of the last ones. */
import Button from '@mui/material/Button';
import IconButton from '@mui/material/IconButton';
import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import UpIcon from '@mui/icons-material/ArrowUpward';
import RemoveIcon from '@mui/icons-material/Close';
import { type Circle, type DifficultyName, type Seat, roundOf } from '@feldspar/core/circle';
import type { KeptCircle, Player } from '@feldspar/core/wire';
import { CARE, firstName } from '@feldspar/core/words';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { circleAt } from '../../addresses/addresses.ts';
import { deleteThing, restoreThing, saveCircle } from '../../data/changes.ts';
import { useCircles, usePlayers } from '../../data/hooks.ts';
import { undoable } from '../../parts/actions/undoable.tsx';
import { Choice } from '../../parts/fields/Choice.tsx';
import { TypedField, numberFrom } from '../../parts/fields/TypedField.tsx';
import { Empty } from '../../parts/layout/Empty.tsx';
import { List, ListItem } from '../../parts/layout/List.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { classesOf } from '../../parts/people/profile.ts';
import { plural, shortDate } from '../../text/text.ts';
import { drawn, seatsOf } from './seats.ts';

const HARD: readonly (readonly [DifficultyName, string])[] = [
  ['easy', 'easy: beats and “and”'],
  ['middle', 'middle: sixteenths too'],
  ['hard', 'hard: triplets too'],
];
const PLAYS = [
  ['claps', 'claps on every beat, measured'],
  ['riff', 'a riff in the meter, judged by a key'],
] as const;
const NONE = 'nobody yet';

export default function Circles() {
  const { data } = useCircles();
  const players = (usePlayers().data?.items ?? []).filter(({ profile }) => !profile.archived);
  return (
    <Page
      title="One slow click, round the circle"
      intro="The click never changes. Each player finds a place for it: beat 3 of four, the “and” of 2 in five … and passes it on, a step harder."
    >
      <Setup players={players} />
      <Past circles={data?.items ?? []} />
      <Typography variant="body2" sx={{ color: 'text.secondary', maxWidth: '72ch' }}>
        {CARE}
      </Typography>
    </Page>
  );
}

function Setup({ players }: { players: readonly Player[] }) {
  const navigate = useNavigate();
  const [seats, setSeats] = useState<Seat[]>([]);
  const [guest, setGuest] = useState('');
  const [title, setTitle] = useState('Circle');
  const [clickBpm, setClickBpm] = useState(20);
  const [difficulty, setDifficulty] = useState<DifficultyName>('easy');
  const [plays, setPlays] = useState<Circle['plays']>('claps');
  const groups = classesOf(players);
  const others = players.filter(({ id }) => !seats.some(({ playerId }) => playerId === id));
  const start = async () => {
    const id = crypto.randomUUID();
    await saveCircle(id, {
      ...{
        format: 'feldspar-circle',
        version: 1,
        title: title.trim() || 'Circle',
        clickBpm,
        difficulty,
        plays,
      },
      ...{ startedAt: new Date().toISOString(), endedAt: null, seats, turns: [] },
    });
    void navigate(circleAt(id));
  };
  const addGuest = () => {
    const name = guest.trim();
    if (name === '') return;
    setSeats([...seats, { name: name.slice(0, 80), playerId: null }]);
    setGuest('');
  };
  return (
    <Panel title="A new circle">
      <Box sx={{ display: 'grid', gap: 2 }}>
        <Row align="flex-start">
          {groups.length > 0 && (
            <Choice
              label="Seats of a class"
              value={NONE}
              options={[[NONE, 'choose'], ...groups.map((group) => [group, group] as const)]}
              onChange={(group) => {
                if (group === NONE) return;
                setSeats(seatsOf(players, group));
                setTitle(group);
              }}
            />
          )}
          {others.length > 0 && (
            <Choice
              label="One more player"
              value={NONE}
              options={[[NONE, 'choose'], ...others.map(({ id, name }) => [id, name] as const)]}
              onChange={(id) => {
                const player = players.find((one) => one.id === id);
                if (player) setSeats([...seats, { name: player.name, playerId: player.id }]);
              }}
            />
          )}
          <TextField
            label="A guest"
            value={guest}
            onChange={({ target }) => setGuest(target.value)}
            onKeyDown={(event) => event.key === 'Enter' && addGuest()}
          />
          <Button onClick={addGuest} disabled={guest.trim() === ''}>
            Add the guest
          </Button>
        </Row>
        {seats.length === 0 ? (
          <Empty>Nobody sits here yet: choose a class, players, or type the names of guests.</Empty>
        ) : (
          <Box>
            <Row>
              <Typography>{plural(seats.length, 'seat')}, in this order</Typography>
              <Button onClick={() => setSeats(drawn(seats, Math.random))}>Draw the order</Button>
            </Row>
            <Box component="ol" aria-label="Seats" sx={{ m: 0, pl: 3 }}>
              {seats.map((seat, i) => (
                <li key={`${seat.playerId ?? ''}${seat.name}${i}`}>
                  <Row gap={0.5}>
                    <Typography sx={{ minWidth: 160 }}>{seat.name}</Typography>
                    <IconButton
                      aria-label={`${seat.name} earlier`}
                      disabled={i === 0}
                      onClick={() =>
                        setSeats([...seats.slice(0, i - 1), seat, seats[i - 1], ...seats.slice(i + 1)])
                      }
                    >
                      <UpIcon />
                    </IconButton>
                    <IconButton
                      aria-label={`${seat.name} leaves`}
                      onClick={() => setSeats(seats.filter((_, at) => at !== i))}
                    >
                      <RemoveIcon />
                    </IconButton>
                  </Row>
                </li>
              ))}
            </Box>
          </Box>
        )}
        <Row align="flex-start">
          <TypedField
            label="Clicks a minute"
            value={clickBpm}
            show={String}
            read={numberFrom(5, 60)}
            onChange={setClickBpm}
            help="20 is usual"
            width={150}
          />
          <Choice
            label="Difficulty"
            value={difficulty}
            options={HARD}
            onChange={setDifficulty}
            minWidth={220}
          />
          <Choice label="What is played" value={plays} options={PLAYS} onChange={setPlays} minWidth={260} />
          <TextField
            label="Title"
            value={title}
            onChange={({ target }) => setTitle(target.value.slice(0, 160))}
          />
        </Row>
        <Row>
          <Button variant="contained" disabled={seats.length === 0} onClick={() => void start()}>
            To the big screen
          </Button>
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            Claps are heard by the microphone, or tapped by key, touch or pad, as chosen under{' '}
            <Link to="/rig">Sound and inputs</Link>. The teacher can always judge by a key.
          </Typography>
        </Row>
      </Box>
    </Panel>
  );
}

function Past({ circles }: { circles: readonly KeptCircle[] }) {
  if (circles.length === 0) return null;
  const remove = ({ id, document }: KeptCircle) =>
    undoable({
      said: `Deleted: ${document.title}`,
      run: () => deleteThing('circle', id, document.title),
      undo: () => restoreThing('circle', id, document.title),
    });
  return (
    <Box component="section" aria-labelledby="past-circles">
      <Typography variant="h2" id="past-circles" sx={{ mb: 1 }}>
        Circles so far
      </Typography>
      <List label="Circles">
        {circles.map((kept) => {
          const { id, document } = kept;
          const of = `${document.title}, ${shortDate(document.startedAt)}`;
          return (
            <ListItem
              key={id}
              actions={
                <>
                  <Button component={Link} to={circleAt(id)} aria-label={`Go on with ${of}`}>
                    Go on
                  </Button>
                  <Button onClick={() => void remove(kept)} aria-label={`Delete ${of}`}>
                    Delete
                  </Button>
                </>
              }
            >
              <Typography sx={{ fontWeight: 600 }}>
                {document.title}{' '}
                <Box component="span" sx={{ color: 'text.secondary', fontWeight: 400 }}>
                  {shortDate(document.startedAt)}
                </Box>
              </Typography>
              <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                {document.turns.length === 0
                  ? 'not begun'
                  : `${plural(roundOf(document) - (document.turns.length % document.seats.length === 0 ? 1 : 0), 'round')} · ${resultText(document)}`}
              </Typography>
            </ListItem>
          );
        })}
      </List>
    </Box>
  );
}

/** "Ottilie 2 of 2, Mateo 1 of 2". */
function resultText({ seats, turns }: Circle): string {
  return seats
    .map(({ name }, seat) => {
      const own = turns.filter((turn) => turn.seat === seat && turn.result !== 'skipped');
      return `${firstName(name)} ${own.filter(({ result }) => result === 'found').length} of ${own.length}`;
    })
    .join(', ');
}
