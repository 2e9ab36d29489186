/** The bench: what to do now and why, the last result, and the clicks to choose from. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Card from '@mui/material/Card';
import CardActionArea from '@mui/material/CardActionArea';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { type Plan, compile, planFacts, planTempo, withTempo } from '@feldspar/core/plan';
import { readyPlanOf, suggest } from '@feldspar/core/practice';
import { type Tempo, comparableName } from '@feldspar/core/time';
import { type ChangeEvent, useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { ProblemError, request } from '../api/client.ts';
import { useLatestTakes, usePlans } from '../api/hooks.ts';
import type { StoredPlan, TakeItem } from '../api/types.ts';
import { FittedCore } from '../core-sample/FittedCore.tsx';
import { coreOfSummary } from '../core-sample/model.ts';
import { PlayerChoice } from '../players/PlayerChoice.tsx';
import { useCurrentPlayerId } from '../players/current-player.ts';
import { ErrorNotice } from '../shell/ErrorNotice.tsx';
import { minutes, plural, shortDate, unbroken } from '../shell/text.ts';
import { KEY_SIGN, useKey } from '../shell/useKey.ts';
import { PlanPicture } from './PlanPicture.tsx';
import { playAddress } from './play-address.ts';
import { readPlanFile } from './plan-file.ts';

export function Bench() {
  const player = useCurrentPlayerId();
  const plans = usePlans();
  const takes = useLatestTakes(player, 1);
  const last = takes.data?.items[0] ?? null;
  const list = plans.data?.items ?? [];
  const { planId, tempo, reason } = suggest(last);
  const next = list.find(({ id }) => id === planId) ?? (plans.data && shippedPlan(planId));
  return (
    <Stack spacing={4} sx={{ maxWidth: 1120 }}>
      <Stack
        direction="row"
        useFlexGap
        spacing={2}
        sx={{ flexWrap: 'wrap', justifyContent: 'space-between', alignItems: 'flex-start' }}
      >
        <Typography variant="h1">{next ? `Next: ${next.title}` : 'Bench'}</Typography>
        <PlayerChoice />
      </Stack>
      {plans.error !== undefined && <ErrorNotice error={plans.error} />}
      {next && (
        <NextExercise plan={next} tempo={tempo ?? planTempo(next.document)} reason={reason} last={last} />
      )}
      <Box component="section" aria-labelledby="clicks">
        <Stack
          direction="row"
          useFlexGap
          spacing={2}
          sx={{ flexWrap: 'wrap', justifyContent: 'space-between', alignItems: 'center', mb: 1.5 }}
        >
          <Typography variant="h2" id="clicks">
            Or choose another click
          </Typography>
          <Stack direction="row" useFlexGap spacing={1.5} sx={{ flexWrap: 'wrap' }}>
            <Button component={Link} to="/rehear" color="inherit" variant="outlined">
              Re-hear one click
            </Button>
            <OpenPlanFile onOpened={() => void plans.mutate()} />
          </Stack>
        </Stack>
        <Box
          component="ul"
          sx={{
            display: 'grid',
            gap: 2,
            gridTemplateColumns: 'repeat(auto-fill, minmax(250px, 1fr))',
            listStyle: 'none',
            p: 0,
            m: 0,
          }}
        >
          {list.map((plan) => (
            <PlanCard key={plan.id} plan={plan} />
          ))}
        </Box>
      </Box>
    </Stack>
  );
}

/** A plan that ships but is in no list: the placement of a re-heard click. */
function shippedPlan(id: string): StoredPlan | undefined {
  const ready = readyPlanOf(id);
  return ready
    ? { id, title: ready.plan.title, trains: ready.trains, ready: true, document: ready.plan }
    : undefined;
}

interface NextExerciseProps {
  plan: StoredPlan;
  tempo: Tempo;
  reason: string;
  last: TakeItem | null;
}

function NextExercise({ plan, tempo, reason, last }: NextExerciseProps) {
  const navigate = useNavigate();
  const start = () => void navigate(playAddress(plan.id, tempo));
  const document = useMemo(() => withTempo(plan.document, tempo), [plan, tempo]);
  useKey('Enter', start);
  return (
    <Box
      component="section"
      aria-label="Next exercise"
      sx={{
        display: 'grid',
        gap: { xs: 3, md: 5 },
        gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 1fr) minmax(0, 1fr)' },
        alignItems: 'start',
      }}
    >
      <Stack spacing={2}>
        <Typography sx={{ fontSize: '1.15rem', maxWidth: '42ch' }}>{reason}</Typography>
        <PlanLine plan={document} />
        <Stack direction="row" useFlexGap spacing={1.5} sx={{ flexWrap: 'wrap' }}>
          <Button variant="contained" size="large" onClick={start}>
            Play it&ensp;{KEY_SIGN.Enter}
          </Button>
          <Button component={Link} to={`/plans/${plan.id}`} variant="outlined" color="inherit">
            Change the tempo
          </Button>
        </Stack>
        {last && (
          <Box sx={{ pt: 2 }}>
            <Typography variant="h3" component="h2">
              The last take
            </Typography>
            <Typography sx={{ mt: 0.5 }}>{unbroken(last.summary.sentence)}</Typography>
            <Typography variant="body2" sx={{ color: 'text.secondary' }}>
              {last.title}, {shortDate(last.startedAt)}
              {last.input === 'simulated' && ', simulated player'} ·{' '}
              <Link to={`/takes/${last.id}`}>open it</Link>
            </Typography>
          </Box>
        )}
      </Stack>
      {last && last.planId === plan.id ? (
        <Box>
          <FittedCore
            model={coreOfSummary(last.summary)}
            rowHeight={13}
            annotated={false}
            maxWidth={460}
            label={`Core of the last take of ${last.title}`}
          />
          <Typography variant="body2" sx={{ color: 'text.secondary', mt: 0.5 }}>
            The last take: left of a line early, right of it late.
          </Typography>
        </Box>
      ) : (
        <PlanPicture plan={plan.document} rowHeight={13} annotated={false} maxWidth={460} />
      )}
    </Box>
  );
}

/** Tempo, length, and how long one is alone. */
function PlanLine({ plan }: { plan: Plan }) {
  const facts = useMemo(() => {
    try {
      return planFacts(compile(plan));
    } catch {
      return null;
    }
  }, [plan]);
  return (
    <Typography variant="body2" sx={{ color: 'text.secondary' }}>
      {comparableName(planTempo(plan))}
      {facts &&
        ` · ${minutes(facts.durationS)} min · longest alone ${plural(facts.longestAlone.beats, 'beat')}`}
      {!facts && ' · cannot be played by this version'}
    </Typography>
  );
}

function PlanCard({ plan }: { plan: StoredPlan }) {
  return (
    <Card component="li" variant="outlined" sx={{ display: 'flex' }}>
      <CardActionArea
        component={Link}
        to={`/plans/${plan.id}`}
        sx={{
          p: 2,
          display: 'flex',
          flexDirection: 'column',
          alignItems: 'stretch',
          justifyContent: 'flex-start',
          gap: 1,
        }}
      >
        <PlanPicture plan={plan.document} rowHeight={6} annotated={false} mostRows={12} />
        <Typography variant="h3">{plan.title}</Typography>
        {plan.trains && <Typography variant="body2">{plan.trains}</Typography>}
        <PlanLine plan={plan.document} />
      </CardActionArea>
    </Card>
  );
}

function OpenPlanFile({ onOpened }: { onOpened(): void }) {
  const input = useRef<HTMLInputElement>(null);
  const [error, setError] = useState<unknown>(null);
  const navigate = useNavigate();
  const open = async ({ target }: ChangeEvent<HTMLInputElement>) => {
    const file = target.files?.[0];
    target.value = '';
    if (!file) return;
    try {
      const result = await readPlanFile(file);
      if ('problems' in result) throw new ProblemError(422, 'The plan file has errors.', result.problems);
      compile(result.plan);
      const id = crypto.randomUUID();
      await request('PUT', `/plans/${id}`, result.plan);
      setError(null);
      onOpened();
      void navigate(`/plans/${id}`);
    } catch (failure) {
      setError(failure);
    }
  };
  return (
    <>
      <Button color="inherit" variant="outlined" onClick={() => input.current?.click()}>
        Open a plan file
      </Button>
      <input
        ref={input}
        type="file"
        accept="application/json,.json"
        aria-label="Plan file"
        hidden
        onChange={(event) => void open(event)}
      />
      {error !== null && (
        <Box sx={{ flexBasis: '100%' }}>
          <ErrorNotice error={error} />
        </Box>
      )}
    </>
  );
}
