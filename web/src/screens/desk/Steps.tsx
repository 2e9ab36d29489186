/** From one tempo to another in equal steps: as a list, or as a plan that plays them one after the other. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { type Plan, compile } from '@feldspar/core/plan';
import { playLength, stepsPlan } from '@feldspar/core/practice';
import {
  MOST_PLAYS,
  type StepsWanted,
  lengthOfSteps,
  playsLasting,
  readRate,
  stepsOver,
} from '@feldspar/core/reference';
import { type Tempo, nameOfLength, rateText, saidIn, tempoName } from '@feldspar/core/time';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { planAt } from '../../addresses/addresses.ts';
import { Row } from '../../parts/layout/Row.tsx';
import { saveNewPlan } from '../../data/changes.ts';
import { usePlan, usePlans } from '../../data/hooks.ts';
import { tempoOfAddress } from '../../addresses/play-address.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { NumberText } from '../../parts/fields/NumberText.tsx';
import { useOnce } from '../../parts/actions/useOnce.ts';
import { PrintButton } from '../../parts/actions/PrintButton.tsx';
import { saveFile } from '../../files/save-file.ts';
import { minutes, plural, unbroken } from '../../text/text.ts';
import { TempoField } from '../../parts/tempo/TempoField.tsx';
import { START } from '../../addresses/desk-state.ts';
import { stepsCsv } from '../../files/steps-csv.ts';

const PLAYS = { min: 2, max: MOST_PLAYS };
const MINUTES = { min: 1, max: 120 };

export default function Steps() {
  const [search] = useSearchParams();
  const [from, setFrom] = useState(() => tempoOfAddress(search) ?? START.at);
  const [to, setTo] = useState<Tempo>(() => ({ ...from, bpm: from.bpm.mul(5, 4).round() }));
  const [valid, setValid] = useState({ from: true, to: true });
  const [by, setBy] = useState<StepsWanted['by']>('bpm');
  const [over, setOver] = useState<'plays' | 'minutes'>('plays');
  const [count, setCount] = useState('7');
  const plans = usePlans().data?.items ?? [];
  const [planId, setPlanId] = useState<string | null>(null);
  const chosen = plans.find(({ id }) => id === planId) ?? plans[0];
  const plan = usePlan(chosen?.id).data;

  const typed = readRate(count, over === 'plays' ? PLAYS : MINUTES, over);
  const whole = over === 'minutes' || !typed.bpm || typed.bpm.mod(1).equals(0);
  const problem = typed.problem ?? (whole ? null : 'Plays are whole: type 7 rather than 7.5.');
  const tempos =
    plan && problem === null && typed.bpm && valid.from && valid.to
      ? tempoRow(plan.document, { from, to, by }, over, typed.bpm.valueOf())
      : null;

  return (
    <Stack spacing={2.5} sx={{ maxWidth: 1000 }}>
      <Typography variant="h1">
        {unbroken(`Steps from ${tempoName(from)} to ${tempoName(saidIn(to, from.beat))}`)}
      </Typography>
      <Row gap={4} noPrint>
        <TempoField
          of="From"
          value={from}
          onChange={setFrom}
          onValid={(ok) => setValid((v) => ({ ...v, from: ok }))}
        />
        <TempoField
          of="To"
          value={to}
          onChange={setTo}
          onValid={(ok) => setValid((v) => ({ ...v, to: ok }))}
        />
      </Row>
      <Row align="flex-start" noPrint>
        <Choice
          label="In steps of"
          value={by}
          onChange={setBy}
          options={[
            ['bpm', `equal ${nameOfLength(from.beat)}s a minute`],
            ['percent', 'equal percent'],
          ]}
        />
        <NumberText label="Over" value={count} problem={problem} onChange={setCount} />
        <Choice
          label="plays or minutes"
          value={over}
          onChange={setOver}
          options={[
            ['plays', 'plays'],
            ['minutes', 'minutes'],
          ]}
        />
        {chosen && (
          <Choice
            label="Each time"
            value={chosen.id}
            onChange={setPlanId}
            options={plans.map(({ id, title }) => [id, title] as const)}
          />
        )}
      </Row>
      {tempos && plan && <StepList plan={plan.document} tempos={tempos} />}
    </Stack>
  );
}

function StepList({ plan, tempos }: { plan: Plan; tempos: Tempo[] }) {
  const navigate = useNavigate();
  const [error, setError] = useState<unknown>(null);
  const { run: save, running } = useOnce(async () => {
    try {
      const row = stepsPlan(plan, tempos);
      compile(row);
      await navigate(planAt(await saveNewPlan(row)));
    } catch (failure) {
      setError(failure);
    }
  });
  const lasts = lengthOfSteps(tempos, playLength(plan));
  return (
    <>
      <Typography role="status">
        {plural(tempos.length, 'play')} of {plan.title}, {minutes(lasts)} min in all.
      </Typography>
      <Row noPrint>
        <Button variant="contained" disabled={running} onClick={() => void save()}>
          Make it a plan
        </Button>
        <Button
          variant="outlined"
          onClick={() => saveFile('steps.csv', 'text/csv', stepsCsv(tempos, playLength(plan)))}
        >
          Save the list (CSV)
        </Button>
        <PrintButton />
      </Row>
      {error !== null && <ErrorNotice error={error} />}
      <Box component="ol" aria-label="Steps" sx={{ columns: '220px', m: 0, pl: 4, lineHeight: 1.9 }}>
        {tempos.map((at, i) => (
          <li key={i}>
            <strong>{tempoName(at)}</strong>
            {i > 0 && (
              <Box component="span" sx={{ color: 'text.secondary' }}>{` ${stepText(tempos[i - 1], at)}`}</Box>
            )}
          </li>
        ))}
      </Box>
    </>
  );
}

/** "+2.5" against the play before. */
function stepText(before: Tempo, now: Tempo): string {
  const change = now.bpm.sub(before.bpm);
  return `${change.gte(0) ? '+' : '−'}${rateText(change.abs())}`;
}

function tempoRow(plan: Plan, wanted: StepsWanted, over: 'plays' | 'minutes', amount: number): Tempo[] {
  const plays = over === 'plays' ? amount : playsLasting(60 * amount, playLength(plan), wanted);
  return stepsOver(plays, wanted);
}
