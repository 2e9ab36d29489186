/** How weeks went: each figure a point a day, what changed, and how long was practised. Of one player or all, of a family, plan or tempo. */
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { FAMILIES } from '@feldspar/core/practice';
import { TREND_FIGURES } from '@feldspar/core/trends';
import type { TrendsAnswer } from '@feldspar/core/wire';
import { trendHeadline } from '@feldspar/core/words';
import { useState } from 'react';
import { Link } from 'react-router';
import { usePlayers, useTrends } from '../../data/hooks.ts';
import { useCurrentPlayerId } from '../../device/current-player.ts';
import { PrintButton } from '../../parts/actions/PrintButton.tsx';
import { useFilters } from '../../parts/actions/useFilters.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { Empty } from '../../parts/layout/Empty.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { LogTabs } from '../../parts/log-tabs/LogTabs.tsx';
import { AddressField } from './AddressField.tsx';
import { Calendar } from './Calendar.tsx';
import { TrendPanel } from './TrendPanel.tsx';
import {
  PERIODS,
  type Period,
  periodFrom,
  readGoal,
  readTempo,
  timeAxis,
  withinOf,
} from './trend-filters.ts';

const EVERYBODY = 'everybody';
const ANYTHING = 'anything';

export default function Trends() {
  const [search, say] = useFilters();
  const current = useCurrentPlayerId();
  const players = usePlayers().data?.items ?? [];
  const [now] = useState(() => new Date());
  const asked = search.get('player') ?? current ?? EVERYBODY;
  const player = players.find(({ id }) => id === asked) ?? null;
  const period = PERIODS.find(([key]) => key === search.get('time'))?.[0] ?? 'months';
  const what = search.get('what') ?? ANYTHING;
  const [slowest, fastest] = [readTempo(search.get('slowest')), readTempo(search.get('fastest'))];
  const answer = useTrends({
    player: player?.id,
    ...withinOf(what),
    ...{ slowest, fastest },
    from: periodFrom(period, now),
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  });
  const { data } = answer;
  const axis = data && timeAxis(data.days, periodFrom(period, now), now);
  const of = player?.name ?? 'Everybody';
  return (
    <Page
      tabs={<LogTabs at="Trends" player={player?.id} />}
      title={data ? trendHeadline(data.trends, data.minutes, data.days.length) : 'Trends'}
      intro={`${of} · ${PERIODS.find(([key]) => key === period)![1]}${what === ANYTHING ? '' : ` · ${nameOf(what, data)}`}`}
      actions={<PrintButton />}
    >
      <Row noPrint>
        <Choice
          label="Takes of"
          value={player?.id ?? EVERYBODY}
          options={[[EVERYBODY, 'everybody'], ...players.map(({ id, name }) => [id, name] as const)]}
          onChange={(value) => say('player', value, '')}
          minWidth={200}
        />
        <Choice
          label="Time"
          value={period}
          options={PERIODS}
          onChange={(value: Period) => say('time', value, 'months')}
        />
        <Choice
          label="Of what"
          value={what}
          options={whats(data, what)}
          onChange={(value) => say('what', value, ANYTHING)}
          minWidth={240}
        />
        {(['slowest', 'fastest'] as const).map((end) => (
          <AddressField
            key={end}
            label={end === 'slowest' ? 'From quarter =' : 'To quarter ='}
            initial={search.get(end) ?? ''}
            problem={(text) =>
              text === '' || readTempo(text) !== null ? null : 'Type a tempo from 1 to 4000.'
            }
            onChange={(text) => say(end, text, '', true)}
            width={150}
          />
        ))}
      </Row>
      {answer.error !== undefined && <ErrorNotice error={answer.error} />}
      {!data && answer.error === undefined && <ScreenSkeleton />}
      {data && data.takes === 0 && (
        <Empty>
          Nothing was played in this time that fits. <Link to="/">Play something</Link>, and a point stands
          here for each day.
        </Empty>
      )}
      {data && axis && data.takes > 0 && (
        <>
          <Box
            sx={{
              display: 'grid',
              gap: 2,
              gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'repeat(2, minmax(0, 1fr))' },
              '@media print': { gridTemplateColumns: 'repeat(2, minmax(0, 1fr))', gap: 1 },
            }}
          >
            {TREND_FIGURES.map((figure) => (
              <TrendPanel
                key={figure}
                trend={data.trends.find((one) => one.figure === figure)!}
                axis={axis}
                goal={readGoal(figure, search.get(`goal-${figure}`))}
                onGoal={(text) => say(`goal-${figure}`, text, '', true)}
              />
            ))}
            <Calendar days={data.days} axis={axis} minutes={data.minutes} />
          </Box>
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            A point is a day, the bar behind it the spread of its takes; a day without practice is a gap and
            nothing more.
            {what === ANYTHING &&
              ' Of everything at once, harder work weighs in too: choose a family or a plan to compare like with like.'}
          </Typography>
        </>
      )}
    </Page>
  );
}

/** What can be chosen: families that were played, and plans. */
function whats(data: TrendsAnswer | undefined, chosen: string): [string, string][] {
  const plans = data?.plans ?? [];
  const families = FAMILIES.filter(({ number }) => plans.some(({ family }) => family === number));
  const known: [string, string][] = [
    [ANYTHING, 'everything'],
    ...families.map(({ number, name }): [string, string] => [`family-${number}`, `Family: ${name}`]),
    ...plans.flatMap(({ planId, title }): [string, string][] => (planId === null ? [] : [[planId, title]])),
  ];
  return known.some(([key]) => key === chosen) ? known : [...known, [chosen, nameOf(chosen, data)]];
}

function nameOf(what: string, data: TrendsAnswer | undefined): string {
  const { family, plan } = withinOf(what);
  if (family !== undefined) return FAMILIES.find(({ number }) => number === family)?.name ?? 'a family';
  return data?.plans.find(({ planId }) => planId === plan)?.title ?? 'one plan';
}
