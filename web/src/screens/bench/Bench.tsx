/** The bench: what to do now and why, the last result, and the clicks to choose from. */
import PlayIcon from '@mui/icons-material/PlayArrow';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { planTempo, withTempo } from '@feldspar/core/plan';
import {
  type Overrule,
  type PastTake,
  READY_PLANS,
  type Suggestion,
  offerSilence,
  silencePlan,
  silentBarsOfPlan,
  suggest,
} from '@feldspar/core/practice';
import { type Tempo, tempo } from '@feldspar/core/time';
import { reasonOf, whySilence } from '@feldspar/core/words';
import { Suspense, lazy, useMemo } from 'react';
import { Link, useNavigate } from 'react-router';
import { planAt, takeAt } from '../../addresses/addresses.ts';
import { Row } from '../../parts/layout/Row.tsx';
import { useLatestTakes, usePlan, usePlans } from '../../data/hooks.ts';
import type { StoredPlan, TakeItem } from '@feldspar/core/wire';
import { FittedCore } from '../../parts/core-sample/FittedCore.tsx';
import { coreOfSummary } from '../../parts/core-sample/model.ts';
import { useOverrule } from '../../device/overrule.ts';
import { useCurrentPlayerId } from '../../device/current-player.ts';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { firstWords } from '../../text/finding-text.ts';
import { plural, shortDate } from '../../text/text.ts';
import { KEY_SIGN, useKey } from '../../parts/actions/useKey.ts';
import { PlanCards } from '../../parts/plan-card/PlanCards.tsx';
import { PlanLine } from '../../parts/plan-card/PlanLine.tsx';
import { PlanPicture } from '../../parts/plan-card/PlanPicture.tsx';
import type { HandsFree as Deed } from '../../device/rig-store.ts';
import { playAddress } from '../../addresses/play-address.ts';

const HandsFree = lazy(() => import('../../parts/hands-free/HandsFree.tsx'));

/** Weeks of practice; the page of takes that the server gives at once. */
const MOST_TAKES = 40;
/** The newest; all of them stand among the plans. */
const MOST_OWN = 6;

export function Bench() {
  const player = useCurrentPlayerId();
  const plans = usePlans();
  const takes = useLatestTakes(player, MOST_TAKES);
  const items = takes.data?.items ?? [];
  const last = items[0] ?? null;
  const [overrule, setOverrule] = useOverrule(last?.id ?? null);
  const list = plans.data?.items ?? [];
  // The path, and what the player made; the rest of the ready plans stands on its own screen.
  const path = READY_PLANS.flatMap((step) => list.find(({ id }) => id === step.id) ?? []);
  const own = list.filter(({ ready }) => !ready);
  const onBench = [...path, ...own.slice(0, MOST_OWN)];
  const suggestion = suggest(items.flatMap(pastTake), overrule);
  const { planId, tempo: at } = suggestion;
  const next = usePlan(planId).data;
  return (
    <Stack spacing={4} sx={{ maxWidth: 1120 }}>
      <Typography variant="h1">{next ? `Next: ${next.title}` : 'Bench'}</Typography>
      {plans.error !== undefined && <ErrorNotice error={plans.error} />}
      {next && (
        <NextExercise
          plan={next}
          tempo={at ?? planTempo(next.document)}
          suggestion={suggestion}
          onOverrule={setOverrule}
          last={last}
        />
      )}
      <FittingSilence takes={items} shown={planId} />
      <Box component="section" aria-labelledby="clicks">
        <Typography variant="h2" id="clicks" sx={{ mb: 1.5 }}>
          Or choose another click
        </Typography>
        <PlanCards plans={onBench} />
        {own.length > MOST_OWN && (
          <Typography sx={{ mt: 1.5 }}>
            <Link to="/plans">All {own.length} plans of your own</Link>
          </Typography>
        )}
      </Box>
    </Stack>
  );
}

interface NextExerciseProps {
  plan: StoredPlan;
  tempo: Tempo;
  suggestion: Suggestion;
  onOverrule(what: Overrule | null): void;
  last: TakeItem | null;
}

function NextExercise({ plan, tempo, suggestion, onOverrule, last }: NextExerciseProps) {
  const navigate = useNavigate();
  const start = () => void navigate(playAddress(plan.id, tempo));
  const document = useMemo(() => withTempo(plan.document, tempo), [plan, tempo]);
  useKey('Enter', start);
  const act = (action: Deed) => {
    if (action !== 'slower' && action !== 'stop') start();
  };
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
          <OverruleButton suggestion={suggestion} onOverrule={onOverrule} />
        </Row>
        {last && (
          <Box sx={{ pt: 2 }}>
            <Typography variant="h3" component="h2">
              The last take
            </Typography>
            <Typography sx={{ mt: 0.5 }}>{firstWords(last.summary) ?? 'It is not measured yet.'}</Typography>
            <Typography variant="body2" sx={{ color: 'text.secondary' }}>
              {last.title}, {shortDate(last.startedAt)}
              {last.input === 'simulated' && ', simulated player'} · <Link to={takeAt(last.id)}>open it</Link>
            </Typography>
          </Box>
        )}
      </Stack>
      {last?.summary && last.planId === plan.id ? (
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

/** A take as the rule sees it; the day is the one on the player's own calendar. */
function pastTake({ planId, tempo, startedAt, summary }: TakeItem): PastTake[] {
  if (!tempo) return [];
  const day = new Date(startedAt).toLocaleDateString('sv');
  return [{ planId, tempo, day, trials: summary?.trials ?? null }];
}

/** The person knows better: on, or stay. One key, taken back by the same. */
function OverruleButton({ suggestion, onOverrule }: Pick<NextExerciseProps, 'suggestion' | 'onOverrule'>) {
  const { overruled, otherwise } = suggestion;
  const act = () => onOverrule(overruled ? null : otherwise);
  useKey('o', act, otherwise !== null);
  if (otherwise === null) return null;
  return (
    <Button onClick={act}>
      {overruled ? 'As the figures say' : otherwise === 'go on' ? 'Go on all the same' : 'Stay with it'} (O)
    </Button>
  );
}

/** The silence that fits now, unless it is what the bench proposes anyway. */
function FittingSilence({ takes, shown }: { takes: readonly TakeItem[]; shown: string }) {
  if (takes.length === 0 || silentBarsOfPlan(shown) !== null) return null;
  const offer = offerSilence(
    takes.map(({ planId, summary }) => ({
      planId,
      trials: summary?.trials ?? null,
      holdBeats: summary?.hold?.beats ?? null,
    })),
  );
  const { id, plan } = silencePlan(offer.bars);
  const last = takes.find(({ planId }) => planId !== null && silentBarsOfPlan(planId) !== null);
  return (
    <Box component="section" aria-label="A silence that fits you">
      <Row>
        <Typography sx={{ maxWidth: '60ch' }}>
          <b>A silence that fits you: {plural(offer.bars, 'bar')}.</b> {whySilence(offer)}
        </Typography>
        <Button
          component={Link}
          to={playAddress(id, last?.tempo ? tempo(last.tempo.bpm, last.tempo.beat) : planTempo(plan))}
          variant="outlined"
        >
          Play the silence
        </Button>
      </Row>
    </Box>
  );
}
