/**
 * A lesson, for teacher and pupil side by side: what was said the last time, what was practised since, two takes beside each other, something to
 * play now, what comes next; and the note, which is kept with its date.
 */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { recordIn } from '@feldspar/core/circle';
import type { PlayerWeek } from '@feldspar/core/people';
import type { Player } from '@feldspar/core/wire';
import { challengeWords, firstName, needWords } from '@feldspar/core/words';
import { Suspense, lazy, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { handoutAt, logAt, trendsAt } from '../../addresses/addresses.ts';
import { useAssignments, useCircles, useNeeds, usePlayers } from '../../data/hooks.ts';
import { setCurrentPlayer } from '../../device/current-player.ts';
import { WorkLine } from '../../parts/giving/WorkLine.tsx';
import { NotShown } from '../../parts/layout/NotShown.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { DayBars } from '../../parts/people/DayBars.tsx';
import { PlayerMark } from '../../parts/people/PlayerMark.tsx';
import { TrendLine } from '../../parts/people/TrendLine.tsx';
import { LEVEL_WORDS, SAYING } from '../../text/people-text.ts';
import { Notes } from './Notes.tsx';
import { SinceThen } from './SinceThen.tsx';
import { useLessonNotes } from './useLessonNotes.ts';

const GiveWork = lazy(() => import('../../parts/giving/GiveWork.tsx'));

export default function Lesson() {
  const { id = '' } = useParams();
  const { data, error } = usePlayers();
  const player = data?.items.find((one) => one.id === id);
  if (player) return <Shown key={id} player={player} />;
  if (!data && !error) return <ScreenSkeleton />;
  return <NotShown what="player" error={error} />;
}

function Shown({ player }: { player: Player }) {
  const navigate = useNavigate();
  const needs = useNeeds().data;
  const week = needs?.players.find(({ id }) => id === player.id)?.week;
  const notes = useLessonNotes(player.id);
  const [giving, setGiving] = useState(false);
  const { profile } = player;
  const play = () => {
    setCurrentPlayer(player.id);
    void navigate('/');
  };
  return (
    <Page
      title={
        <Box component="span" sx={{ display: 'inline-flex', gap: 1.5, alignItems: 'center' }}>
          <PlayerMark player={player} size={34} />
          {player.name}
        </Box>
      }
      intro={[
        ...(player.instrument ? [player.instrument] : []),
        ...(profile.level ? [LEVEL_WORDS[profile.level]] : []),
        ...(profile.groups ?? []),
        ...(profile.school ? [profile.school] : []),
      ].join(' · ')}
      actions={
        <>
          <Button component={Link} to={handoutAt(player.id)} variant="outlined">
            Handout
          </Button>
          <Button variant="outlined" onClick={() => setGiving(true)}>
            Homework
          </Button>
          <Button variant="contained" onClick={play}>
            {firstName(player.name)} plays now
          </Button>
        </>
      }
    >
      {week && <Need week={week} today={needs!.today} />}
      <Box
        sx={{
          display: 'grid',
          gap: 2.5,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 3fr) minmax(0, 2fr)' },
          alignItems: 'start',
        }}
      >
        <Box sx={{ display: 'grid', gap: 2.5 }}>
          <SinceThen player={player} since={notes.last?.document.date ?? null} onMention={notes.mention} />
          <GivenWork player={player} week={week} onGive={() => setGiving(true)} />
          <InCircles player={player} />
          <Typography variant="body2">
            <Link to={trendsAt(player.id)}>Trends of {firstName(player.name)}</Link> ·{' '}
            <Link to={logAt(player.id)}>all takes</Link>
          </Typography>
        </Box>
        <Notes notes={notes} />
      </Box>
      {giving && (
        <Suspense>
          <GiveWork to={[player.id]} onClose={() => setGiving(false)} />
        </Suspense>
      )}
    </Page>
  );
}

function Need({ week, today }: { week: PlayerWeek; today: string }) {
  const { word, sentence } = needWords(week.need, SAYING);
  return (
    <Row gap={3}>
      <DayBars days={week.days} />
      <TrendLine trend={week.trend} today={today} />
      <Typography sx={{ flex: '1 1 260px', maxWidth: '64ch' }}>
        <b>{word}</b> {sentence}
      </Typography>
    </Row>
  );
}

/** What was found on one slow click. */
function InCircles({ player }: { player: Player }) {
  const circles = useCircles().data?.items ?? [];
  const { found, asked, hardest } = recordIn(
    circles.map(({ document }) => document),
    (id) => id === player.id,
  );
  if (asked === 0) return null;
  return (
    <Typography>
      In the circle {firstName(player.name)} found {found} of {asked}
      {hardest && `, the hardest of them ${challengeWords(hardest.challenge)}`}.
    </Typography>
  );
}

interface GivenWorkProps {
  player: Player;
  week: PlayerWeek | undefined;
  onGive(): void;
}

function GivenWork({ player, week, onGive }: GivenWorkProps) {
  const assignments = useAssignments().data?.items ?? [];
  const work = (week?.work ?? []).flatMap(({ id, standing }) => {
    const kept = assignments.find((one) => one.id === id);
    return kept && standing.state !== 'over' ? [{ ...kept, standing }] : [];
  });
  return (
    <Panel title="Given work">
      {work.length === 0 ? (
        <Row>
          <Typography sx={{ color: 'text.secondary' }}>
            Nothing is given to {firstName(player.name)} now.
          </Typography>
          <Button onClick={onGive}>Give work</Button>
        </Row>
      ) : (
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 1.5 }}>
          {work.map(({ id, document, standing }) => (
            <li key={id}>
              <WorkLine document={document} standing={standing} />
            </li>
          ))}
        </Box>
      )}
    </Panel>
  );
}
