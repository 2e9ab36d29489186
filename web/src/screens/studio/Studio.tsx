/** The teacher's desk: one line a player, who needs the teacher first. Nobody is ranked: each line says what that one needs. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { PlayerWeek } from '@feldspar/core/people';
import { FIGURE_WORDS, changeText, needWords, studioHeadline } from '@feldspar/core/words';
import { Suspense, lazy, useState } from 'react';
import { Link } from 'react-router';
import { STUDIO, lessonAt } from '../../addresses/addresses.ts';
import { useNeeds, usePlayers } from '../../data/hooks.ts';
import { PrintButton } from '../../parts/actions/PrintButton.tsx';
import { FIND, useFilters } from '../../parts/actions/useFilters.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { SearchField } from '../../parts/fields/SearchField.tsx';
import { Empty } from '../../parts/layout/Empty.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { DayBars } from '../../parts/people/DayBars.tsx';
import { classesOf } from '../../parts/people/profile.ts';
import { PlayerMark } from '../../parts/people/PlayerMark.tsx';
import { TrendLine } from '../../parts/people/TrendLine.tsx';
import { StudioTabs } from '../../parts/studio-tabs/StudioTabs.tsx';
import { SAYING } from '../../text/people-text.ts';
import { plural } from '../../text/text.ts';
import { EVERY_CLASS, ORDERS, type Order, type StudioLine, shownLines } from './lines.ts';

const GiveWork = lazy(() => import('../../parts/giving/GiveWork.tsx'));

/** A list longer than a screen is searched. */
const MANY = 8;

export default function Studio() {
  const needs = useNeeds();
  const players = usePlayers();
  const [search, say] = useFilters();
  const [giving, setGiving] = useState(false);
  const order = ORDERS.find(([key]) => key === search.get('order'))?.[0] ?? 'needs';
  const group = search.get('class') ?? EVERY_CLASS;
  const find = search.get(FIND) ?? '';
  const known = new Map((players.data?.items ?? []).map((player) => [player.id, player]));
  const lines = (needs.data?.players ?? []).flatMap(({ id, week }): StudioLine[] => {
    const player = known.get(id);
    return player ? [{ player, week }] : [];
  });
  const groups = classesOf(lines.map(({ player }) => player));
  const shown = shownLines(lines, { order, group, find });
  const full = Math.max(...shown.flatMap(({ week }) => week.days.map(({ minutes }) => minutes)));
  const error = (needs.error ?? players.error) as unknown;
  return (
    <Page
      tabs={<StudioTabs at="This week" />}
      title={
        needs.data && players.data
          ? studioHeadline(shown.map(({ player, week }) => ({ name: player.name, need: week.need })))
          : 'Studio'
      }
      intro={
        needs.data &&
        `${plural(shown.length, 'player')}, this week · sorted by ${ORDERS.find(([key]) => key === order)![1]}`
      }
      actions={
        <>
          <PrintButton />
          <Button component={Link} to={`${STUDIO.players}?add=1`} variant="outlined">
            Add a player
          </Button>
          <Button variant="contained" onClick={() => setGiving(true)}>
            Give work
          </Button>
        </>
      }
    >
      {error !== undefined && <ErrorNotice error={error} />}
      {!needs.data && error === undefined && <ScreenSkeleton />}
      {needs.data && lines.length === 0 && (
        <Empty>
          Here stands a line for each player: what they did this week, and what they need.{' '}
          <Link to={`${STUDIO.players}?add=1`}>Add a player</Link>, or{' '}
          <Link to={`${STUDIO.players}?import=1`}>read a list of names</Link>.
        </Empty>
      )}
      {lines.length > 0 && (
        <Row noPrint>
          <Choice
            label="Order"
            value={order}
            options={ORDERS}
            onChange={(value: Order) => say('order', value, 'needs')}
            minWidth={200}
          />
          {groups.length > 0 && (
            <Choice
              label="Class"
              value={group}
              options={[[EVERY_CLASS, 'everybody'], ...groups.map((name) => [name, name] as const)]}
              onChange={(value) => say('class', value, EVERY_CLASS)}
            />
          )}
          {lines.length > MANY && (
            <SearchField label="Find a player" value={find} onChange={(text) => say(FIND, text, '')} />
          )}
        </Row>
      )}
      <Box component="ul" aria-label="Players" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {shown.map(({ player, week }) => (
          <Line key={player.id} player={player} week={week} today={needs.data!.today} full={full} />
        ))}
      </Box>
      {lines.length > 0 && (
        <Typography variant="body2" sx={{ color: 'text.secondary', maxWidth: '80ch' }}>
          Bars: minutes a day, Monday to Sunday. Line: the figure of twelve weeks that changed most surely, a
          point a week, up is better, with what the days leave open. What stands in a line is computed from
          takes; open the lesson to see them.
        </Typography>
      )}
      {giving && (
        <Suspense>
          <GiveWork onClose={() => setGiving(false)} />
        </Suspense>
      )}
    </Page>
  );
}

const TONES = {
  needs: 'var(--mui-palette-core-player)',
  soon: 'var(--mui-palette-core-late)',
  well: 'var(--mui-palette-core-early)',
} as const;

/** Work beside what the sentence names. */
function workText({ need, work, trend }: PlayerWeek): string {
  const others = work.filter(({ title }) => !('title' in need && need.title === title));
  const count = (...states: string[]) =>
    others.filter(({ standing }) => states.includes(standing.state)).length;
  const [late, open] = [count('late'), count('begun', 'not begun')];
  return [
    ...(late > 0 ? [`${plural(late, 'piece')} of work late`] : []),
    ...(open > 0 ? [`${plural(open, 'piece')} of work open`] : []),
    // With what it leaves open, unless the sentence says it.
    ...(trend.change?.sure && need.kind !== 'changed'
      ? [`${FIGURE_WORDS[trend.figure].name.toLowerCase()}: ${changeText(trend)}`]
      : []),
  ].join(' · ');
}

interface LineProps extends StudioLine {
  today: string;
  /** Minutes of the longest day. */
  full: number;
}

function Line({ player, week, today, full }: LineProps) {
  const { word, sentence, tone } = needWords(week.need, SAYING);
  const more = workText(week);
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: {
          xs: 'auto minmax(0, 1fr) auto',
          md: 'auto 160px 98px 140px minmax(0, 1fr) auto',
        },
        columnGap: { xs: 1.5, md: 2.5 },
        rowGap: 1,
        alignItems: 'center',
        py: 1.25,
        borderTop: '1px solid',
        borderColor: 'divider',
        breakInside: 'avoid',
      }}
    >
      <PlayerMark player={player} />
      <Box sx={{ minWidth: 0 }}>
        <Typography sx={{ fontWeight: 600, lineHeight: 1.3 }}>{player.name}</Typography>
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {player.instrument}
        </Typography>
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {week.daysPractised === 0
            ? 'nothing this week'
            : `${plural(Math.max(1, Math.round(week.minutes)), 'minute')}, ${plural(week.daysPractised, 'day')}`}
        </Typography>
      </Box>
      <Box sx={{ gridColumn: { xs: 2, md: 'auto' }, gridRow: { xs: 2, md: 'auto' } }}>
        <DayBars days={week.days} full={full} />
      </Box>
      <Box sx={{ display: { xs: 'none', md: 'block' } }} title={FIGURE_WORDS[week.trend.figure].name}>
        <TrendLine trend={week.trend} today={today} />
      </Box>
      <Box sx={{ gridColumn: { xs: '2 / -1', md: 'auto' }, minWidth: 0 }}>
        <Typography>
          <Box component="b" sx={{ color: TONES[tone] }}>
            {word}
          </Box>{' '}
          {sentence}
        </Typography>
        {more !== '' && (
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            {more}
          </Typography>
        )}
      </Box>
      <Box sx={{ gridColumn: { xs: 3, md: 'auto' }, gridRow: { xs: 1, md: 'auto' } }} className="no-print">
        <Button component={Link} to={lessonAt(player.id)} aria-label={`Lesson with ${player.name}`}>
          Lesson
        </Button>
      </Box>
    </Box>
  );
}
