/** A plan before playing: its clicks drawn, its facts, the tempo, and the two ways to go on. */
import PlayIcon from '@mui/icons-material/PlayArrow';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Stack from '@mui/material/Stack';
import Switch from '@mui/material/Switch';
import Typography from '@mui/material/Typography';
import { type Plan, compile, planFacts, planTempo, withTempo } from '@feldspar/core/plan';
import { familyOf } from '@feldspar/core/practice';
import { COUNT_VOICE, isVoice } from '@feldspar/core/sound';
import { type Tempo, comparableName, meterName, parseFraction } from '@feldspar/core/time';
import { Suspense, lazy, useCallback, useMemo, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { NotShown } from '../../parts/layout/NotShown.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { usePlan } from '../../data/hooks.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { minutes, oneDecimal, plural } from '../../text/text.ts';
import { KEY_SIGN, useKey } from '../../parts/actions/useKey.ts';
import { linesOfPlan } from '../../parts/engraving/lines-of-plan.ts';
import { feedbackWanted, wantFeedback } from '../../device/feedback.ts';
import { type Shown, showAlone, shownAlone } from '../../device/shown.ts';
import { SimulatedTry } from '../../parts/simulated/SimulatedTry.tsx';
import { TempoField } from '../../parts/tempo/TempoField.tsx';
import { deskOfPlan } from '../../addresses/desk-address.ts';
import { DeletePlan } from './DeletePlan.tsx';
import { RecordSpeed } from './RecordSpeed.tsx';
import { MakeOwn } from './MakeOwn.tsx';
import { PlanDrawing } from '../../parts/plan-card/PlanDrawing.tsx';
import { playAddress, tempoOfAddress, tempoQuery } from '../../addresses/play-address.ts';

const LinesOfPlan = lazy(() => import('../../parts/engraving/LinesOfPlan.tsx'));
const ExportPanel = lazy(() => import('./ExportPanel.tsx'));

export default function PlanScreen() {
  const { id } = useParams();
  const { data, error } = usePlan(id);
  if (!data) return error ? <NotShown what="plan" error={error} /> : <ScreenSkeleton />;
  return (
    <PlanBeforePlaying
      key={data.id}
      id={data.id}
      title={data.title}
      trains={data.trains}
      stored={data.document}
      ready={data.ready}
    />
  );
}

interface BeforePlayingProps {
  id: string;
  title: string;
  trains: string;
  stored: Plan;
  ready: boolean;
}

function PlanBeforePlaying({ id, title, trains, stored, ready }: BeforePlayingProps) {
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  // The address keeps the tempo that was set, so a reload or a way back from the stage does not lose it.
  const [tempo, setTempo] = useState(() => tempoOfAddress(search) ?? planTempo(stored));
  const changeTempo = (next: Tempo) => {
    setTempo(next);
    setSearch(tempoQuery(next), { replace: true });
  };
  const [tempoValid, setTempoValid] = useState(true);
  const [feedback, setFeedback] = useState(feedbackWanted);
  const [shown, setShown] = useState(shownAlone);
  const plan = useMemo(() => withTempo(stored, tempo), [stored, tempo]);
  const compiled = useMemo(() => {
    try {
      return { timeline: compile(plan) };
    } catch (error) {
      return { error };
    }
  }, [plan]);
  const lines = useMemo(() => linesOfPlan(stored), [stored]);
  const play = useCallback(() => void navigate(playAddress(id, tempo)), [navigate, id, tempo]);
  const family = familyOf(id);
  const playable = tempoValid && 'timeline' in compiled;
  useKey('Enter', play, playable);

  return (
    <Box
      sx={{
        display: 'grid',
        gap: { xs: 3, md: 5 },
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(0, 460px)' },
        maxWidth: 1120,
      }}
    >
      <Stack spacing={2.5}>
        <Typography variant="h1">{title}</Typography>
        {trains && <Typography sx={{ fontSize: '1.15rem', maxWidth: '42ch' }}>{trains}</Typography>}
        {family && (
          <Typography variant="body2">
            <strong>Count in:</strong> {family.countIn} <strong>Listen:</strong> {family.listen}
          </Typography>
        )}
        {compiled.timeline ? (
          <Facts plan={plan} timeline={compiled.timeline} />
        ) : (
          <ErrorNotice error={compiled.error} />
        )}
        {stored.record ? (
          <RecordSpeed stored={stored} speed={plan.record?.speed ?? 1} onChange={changeTempo} />
        ) : (
          <TempoField value={tempo} onChange={changeTempo} onValid={setTempoValid} />
        )}
        <Row>
          <Button
            variant="contained"
            size="large"
            startIcon={<PlayIcon />}
            onClick={play}
            disabled={!playable}
          >
            To the stage&ensp;{KEY_SIGN.Enter}
          </Button>
          <Button component={Link} to={deskOfPlan(id, plan)} variant="outlined">
            What does the number mean?
          </Button>
          <MakeOwn id={id} plan={plan} own={!ready} disabled={!playable} />
          {!ready && <DeletePlan id={id} title={title} />}
        </Row>
        {lines.some((line) => line !== null) && (
          <Suspense>
            <LinesOfPlan lines={lines} />
          </Suspense>
        )}
        <FormControlLabel
          control={
            <Switch
              checked={feedback}
              onChange={(_, on) => {
                wantFeedback(on);
                setFeedback(on);
              }}
            />
          }
          label="Show my hits while I play (the ear trains better without)"
        />
        <Choice<Shown>
          label="Where no click marks the beat, the stage shows"
          value={shown}
          options={[
            ['nothing', 'nothing of it: train the ear'],
            ['bar', 'the bar'],
            ['beat', 'bar and beat'],
          ]}
          onChange={(next) => {
            showAlone(next);
            setShown(next);
          }}
          minWidth={300}
        />
        <SimulatedTry plan={plan} planId={id} disabled={!playable} />
        {compiled.timeline && (
          <Suspense>
            <ExportPanel plan={plan} timeline={compiled.timeline} />
          </Suspense>
        )}
        <Typography variant="body2" sx={{ color: 'text.secondary', maxWidth: '60ch' }}>
          Keep clicks in headphones at a moderate level, and stop when a hand, lip or neck hurts; a teacher or
          a clinician knows more than a program.
        </Typography>
      </Stack>
      <PlanDrawing plan={stored} mostRows={64} />
    </Box>
  );
}

function Facts({ plan, timeline }: { plan: Plan; timeline: ReturnType<typeof compile> }) {
  const facts = useMemo(() => planFacts(timeline), [timeline]);
  const { meter } = plan.sections[0];
  const missingVoices = [
    ...new Set(timeline.clicks.flatMap((click) => (click.record ? [] : [click.voice]))),
  ].filter((voice) => !isVoice(voice) && voice !== COUNT_VOICE);
  const { longestAlone } = facts;
  return (
    <Box>
      <Typography>
        {comparableName(planTempo(plan))},{' '}
        {meterName({ beats: meter.beats, unit: parseFraction(meter.unit) })}, {plural(facts.bars, 'bar')},{' '}
        {minutes(facts.durationS)} min, {plural(facts.clicks, 'click')}.
      </Typography>
      {timeline.record && (
        <Typography sx={{ overflowWrap: 'anywhere' }}>
          Along with the record “{timeline.record.name}”.
        </Typography>
      )}
      <Typography sx={{ fontWeight: 600 }}>
        Longest stretch without {timeline.record ? 'record or click' : 'a click'}:{' '}
        {plural(longestAlone.beats, 'beat')}, {oneDecimal(longestAlone.seconds)} s, from bar{' '}
        {longestAlone.fromBar}.
      </Typography>
      {missingVoices.length > 0 && (
        <Typography variant="body2">
          This version has no voice called {missingVoices.join(', ')}; wood sounds instead.
        </Typography>
      )}
    </Box>
  );
}
