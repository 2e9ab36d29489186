/** The bench: what to do now and why, the last result, and the clicks to choose from. */
import PlayIcon from '@mui/icons-material/PlayArrow';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { type Overrule, type Suggestion } from '@feldspar/core/paths';
import { planTempo, withTempo } from '@feldspar/core/plan';
import { READY_PLANS } from '@feldspar/core/practice';
import type { Tempo } from '@feldspar/core/time';
import type { StoredPlan, TakeItem } from '@feldspar/core/wire';
import { headlineOf, reasonOf, weekLine } from '@feldspar/core/words';
import { Suspense, lazy, useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { pathAt, planAt } from '../../addresses/addresses.ts';
import { playAddress } from '../../addresses/play-address.ts';
import { useAgendas, useLatestTakes, usePlan, usePlans } from '../../data/hooks.ts';
import { useCurrentPlayerId } from '../../device/current-player.ts';
import { useNotNow } from '../../device/not-now.ts';
import type { HandsFree as Deed } from '../../device/rig-store.ts';
import { KEY_SIGN, useKey } from '../../parts/actions/useKey.ts';
import { PaintedCore } from '../../parts/core-sample/PaintedCore.tsx';
import { coreOfSummary } from '../../parts/core-sample/model.ts';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { PlanCards } from '../../parts/plan-card/PlanCards.tsx';
import { PlanLine } from '../../parts/plan-card/PlanLine.tsx';
import { PlanPicture } from '../../parts/plan-card/PlanPicture.tsx';
import { OverruleButton } from '../../parts/practised/OverruleButton.tsx';
import { dayOf, weekOf } from '../../parts/practised/past-takes.ts';
import { useStanding, useWeeks } from '../../parts/practised/useWeeks.ts';

const HandsFree = lazy(() => import('../../parts/hands-free/HandsFree.tsx'));
const GivenWork = lazy(() => import('./GivenWork.tsx'));
const TodaysAgenda = lazy(() => import('./TodaysAgenda.tsx'));
const FittingSilence = lazy(() => import('./FittingSilence.tsx'));
const LastTake = lazy(() => import('./LastTake.tsx'));

/** The newest; all of them stand among the plans. */
const MOST_OWN = 6;

export function Bench() {
  const player = useCurrentPlayerId();
  const plans = usePlans();
  const last = useLatestTakes(player, 1).data?.items[0] ?? null;
  const weeks = useWeeks(player);
  const { takes, walk, walked, suggestion, onOverrule, known } = weeks;
  const [now] = useState(() => new Date());
  const { known: knowsNotNow, isPutOff, putOff } = useNotNow(dayOf(now));
  const agendas = useAgendas().data?.items ?? [];
  const standing = useStanding(walked?.path, weeks.past, walk);
  const list = plans.data?.items ?? [];
  // The first steps, and what the player made; the rest of the ready plans stands on its own screen.
  const ready = READY_PLANS.flatMap((step) => list.find(({ id }) => id === step.id) ?? []);
  const own = list.filter((plan) => !plan.ready);
  const onBench = [...ready, ...own.slice(0, MOST_OWN)];
  const { planId, tempo: at } = suggestion;
  const what = `${planId} ${suggestion.does}`;
  const isPut = isPutOff(what);
  const plan = usePlan(planId).data;
  const next = known && knowsNotNow ? plan : undefined;
  const held = (standing?.steps ?? []).flatMap(({ step, heldSince }) =>
    heldSince === null ? [] : [{ title: step.title, since: heldSince }],
  );
  return (
    <Stack spacing={4} sx={{ maxWidth: 1120 }}>
      <Box>
        <Typography variant="h1">
          {next && !isPut
            ? suggestion.on?.finished
              ? headlineOf(suggestion, next.title)
              : `Next: ${next.title}`
            : 'Bench'}
        </Typography>
        {walked && (
          <Typography sx={{ color: 'text.secondary', mt: 0.75 }}>
            <Link to={pathAt(walked.id)}>{walked.path.title}</Link>
            {suggestion.on && ` · step ${suggestion.on.index + 1} of ${walked.path.steps.length}`}
          </Typography>
        )}
      </Box>
      {plans.error !== undefined && <ErrorNotice error={plans.error} />}
      {player !== null && takes && (
        <Suspense>
          <GivenWork player={player} past={weeks.past} />
        </Suspense>
      )}
      {next && !isPut && (
        <NextExercise
          plan={next}
          tempo={at ?? planTempo(next.document)}
          suggestion={suggestion}
          onOverrule={onOverrule}
          onNotNow={() => putOff(what, true)}
          last={last}
        />
      )}
      {next && isPut && (
        <Row>
          <Typography>“{next.title}” comes again tomorrow.</Typography>
          <Button onClick={() => putOff(what, false)}>Do it now after all</Button>
        </Row>
      )}
      {takes && takes.length > 0 && (
        <Typography component="p" aria-label="This week" sx={{ maxWidth: '72ch' }}>
          {weekLine(weekOf(takes, held, now))} <Link to="/trends">Trends</Link>
        </Typography>
      )}
      {knowsNotNow && agendas.length > 0 && (
        <Suspense>
          <TodaysAgenda
            agendas={agendas}
            today={dayOf(now)}
            isPutOff={isPutOff}
            onNotNow={(id) => putOff(id, true)}
          />
        </Suspense>
      )}
      {takes && knowsNotNow && !isPutOff(SILENCE) && (
        <Suspense>
          <FittingSilence takes={takes} shown={planId} onNotNow={() => putOff(SILENCE, true)} />
        </Suspense>
      )}
      <Box component="section" aria-labelledby="clicks">
        <Typography variant="h2" id="clicks" sx={{ mb: 1.5 }}>
          Or choose another click
        </Typography>
        {plans.data || plans.error !== undefined ? <PlanCards plans={onBench} /> : <ScreenSkeleton />}
        {own.length > MOST_OWN && (
          <Typography sx={{ mt: 1.5 }}>
            <Link to="/plans">All {own.length} plans of your own</Link>
          </Typography>
        )}
        {known && !walked && (
          <Typography sx={{ mt: 1.5 }}>
            Or walk a <Link to="/paths">path</Link>, and the bench follows it for weeks.
          </Typography>
        )}
      </Box>
    </Stack>
  );
}

/** What is put off by "not now". */
const SILENCE = 'a silence that fits';

interface NextExerciseProps {
  plan: StoredPlan;
  tempo: Tempo;
  suggestion: Suggestion;
  onOverrule(what: Overrule | null): void;
  onNotNow(): void;
  last: TakeItem | null;
}

function NextExercise({ plan, tempo, suggestion, onOverrule, onNotNow, last }: NextExerciseProps) {
  const navigate = useNavigate();
  const start = () => void navigate(playAddress(plan.id, tempo));
  const document = useMemo(() => withTempo(plan.document, tempo), [plan, tempo]);
  useKey('Enter', start);
  const act = (action: Deed) => {
    if (action === 'start' || action === 'again' || action === 'next') start();
  };
  return (
    <Box
      component="section"
      aria-label="Next exercise"
      sx={{
        display: 'grid',
        gap: { xs: 3, md: 5 },
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(0, 1fr)' },
        alignItems: 'start',
      }}
    >
      <Stack spacing={2}>
        <Suspense>
          <HandsFree onAction={act} clap={null} />
        </Suspense>
        <Typography sx={{ fontSize: '1.15rem', maxWidth: '48ch' }}>{reasonOf(suggestion)}</Typography>
        <PlanLine plan={document} />
        <Row>
          <Button variant="contained" size="large" startIcon={<PlayIcon />} onClick={start}>
            Play it&ensp;{KEY_SIGN.Enter}
          </Button>
          <Button component={Link} to={planAt(plan.id)} variant="outlined">
            Change the tempo
          </Button>
        </Row>
        <Row>
          <OverruleButton suggestion={suggestion} onOverrule={onOverrule} />
          <Button onClick={onNotNow}>Not now</Button>
        </Row>
        {last && (
          <Suspense>
            <LastTake take={last} />
          </Suspense>
        )}
      </Stack>
      {last?.summary && last.planId === plan.id ? (
        <Box>
          <PaintedCore
            model={coreOfSummary(last.summary)}
            rowHeight={13}
            maxWidth={460}
            label={`Core of the last take of ${last.title}`}
          />
          <Typography variant="body2" sx={{ color: 'text.secondary', mt: 0.5 }}>
            The last take: left of a line early, right of it late.
          </Typography>
        </Box>
      ) : (
        <PlanPicture plan={plan.document} rowHeight={13} maxWidth={460} />
      )}
    </Box>
  );
}
