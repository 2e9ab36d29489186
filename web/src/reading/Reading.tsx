/** The reading of a take: the sentence first, the core, where the player drifted, and what to do next. */
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Chip from '@mui/material/Chip';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { planTempo } from '@feldspar/core/plan';
import { type Take, playedTimeline, takeTempo } from '@feldspar/core/take';
import { type Report, disturbanceSentence, earlyLate } from '@feldspar/core/timing';
import { comparableName, tempoName } from '@feldspar/core/time';
import { type ReactNode, useCallback, useMemo } from 'react';
import { useNavigate, useParams } from 'react-router';
import useSWRImmutable from 'swr/immutable';
import { usePlayers, useTake } from '../api/hooks.ts';
import { CoreLegend } from '../core-sample/CoreLegend.tsx';
import { FittedCore } from '../core-sample/FittedCore.tsx';
import { coreOfTake } from '../core-sample/model.ts';
import { playAddress } from '../screens/play-address.ts';
import { fileNameOf } from '../export/file-name.ts';
import { saveFile } from '../shell/save-file.ts';
import { ErrorNotice } from '../shell/ErrorNotice.tsx';
import { Panel } from '../shell/Panel.tsx';
import { fastSlow, longDate, plural, unbroken } from '../shell/text.ts';
import { KEY_SIGN, useKey } from '../shell/useKey.ts';
import { measureInWorker } from '../workers/measure.ts';
import { AllFigures } from './AllFigures.tsx';
import { DriftCurve } from './DriftCurve.tsx';
import { GapsTable } from './GapsTable.tsx';
import { TakeNote } from './TakeNote.tsx';
import { driftData } from './drift-data.ts';
import { intervalsCsv } from './intervals-csv.ts';

export default function Reading() {
  const { id = '' } = useParams();
  const take = useTake(id);
  const measured = useSWRImmutable(take.data ? ['reading', id, take.data.hits.length] : null, () =>
    measureInWorker(take.data!),
  );
  const error: unknown = take.error ?? measured.error;
  if (error) return <ErrorNotice error={error} />;
  if (!take.data || !measured.data) return <Typography role="status">Measuring …</Typography>;
  return <ReadingOf take={take.data} report={measured.data.report} hits={measured.data.hits} />;
}

interface ReadingOfProps {
  take: Take;
  report: Report;
  hits: Take['hits'];
}

function ReadingOf({ take, report, hits }: ReadingOfProps) {
  const navigate = useNavigate();
  const timeline = useMemo(() => playedTimeline(take, hits), [take, hits]);
  const core = useMemo(
    () => coreOfTake(timeline, report, hits, take.latencyMs),
    [timeline, report, hits, take],
  );
  const curve = useMemo(() => driftData(timeline, report), [timeline, report]);
  const disturbance = disturbanceSentence(report);
  const [sentence, ...others] = report.sentences;
  const more = others.filter((text) => text !== disturbance);

  return (
    <Stack spacing={2.5} sx={{ maxWidth: 1240 }}>
      <Box>
        <Typography variant="h1">{unbroken(sentence)}</Typography>
        <TakeLine take={take} report={report} />
      </Box>
      {disturbance && <Alert severity="warning">{disturbance}</Alert>}
      <Box
        sx={{
          display: 'grid',
          gap: { xs: 3, lg: 4 },
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1.25fr) minmax(0, 1fr)' },
          alignItems: 'start',
        }}
      >
        <Box component="section" aria-label="Core">
          <FittedCore
            model={core}
            rowHeight={core.rows.length > 40 ? 13 : 22}
            maxWidth={680}
            label={`Core of the take: ${plural(core.rows.length, 'bar')}, ${plural(core.marks.length, 'hit')}. ${sentence}`}
          />
          <Box sx={{ mt: 1 }}>
            <CoreLegend silent={core.rows.some((row) => row.silent)} />
          </Box>
        </Box>
        <Stack spacing={2}>
          <Figures report={report} />
          <Panel title="Where you drifted">
            <DriftCurve
              data={curve}
              label={`Asynchrony over the bars, early below, late above. ${sentence}`}
            />
          </Panel>
          {report.gaps.length > 0 && (
            <Panel title="Alone">
              <GapsTable gaps={report.gaps} timeline={timeline} />
            </Panel>
          )}
          {more.length > 0 && (
            <Panel title="Also">
              {more.map((text) => (
                <Typography key={text}>{text}</Typography>
              ))}
            </Panel>
          )}
          <AllFigures report={report} />
          <Box>
            <Button
              variant="outlined"
              color="inherit"
              onClick={() =>
                saveFile(fileNameOf(take.plan, 'csv'), 'text/csv', intervalsCsv(timeline, report))
              }
            >
              Save the intervals (CSV)
            </Button>
          </Box>
          <NextSteps take={take} onGo={(address) => void navigate(address)} />
          <TakeNote take={take} />
        </Stack>
      </Box>
    </Stack>
  );
}

function TakeLine({ take, report }: { take: Take; report: Report }) {
  const players = usePlayers();
  const player = players.data?.items.find(({ id }) => id === take.playerId);
  const { counts } = report;
  const parts = [
    take.plan.title,
    comparableName(takeTempo(take)) + (take.trueTempo ? ' in truth' : ''),
    ...(player ? [[player.name, player.instrument].filter(Boolean).join(', ')] : []),
    longDate(take.startedAt),
    `${plural(counts.matched, 'hit')}, ${counts.missed === 0 ? 'none' : counts.missed} missed`,
    ...(take.stoppedAtS !== null ? ['stopped early'] : []),
  ];
  return (
    <Stack direction="row" useFlexGap spacing={1} sx={{ flexWrap: 'wrap', alignItems: 'center', mt: 0.75 }}>
      <Typography sx={{ color: 'text.secondary' }}>{parts.join(' · ')}</Typography>
      {take.input === 'simulated' && <Chip size="small" label="simulated player" variant="outlined" />}
    </Stack>
  );
}

function Figures({ report }: { report: Report }) {
  const { drift, clicked, silent, holdBeats } = report;
  return (
    <Stack
      component="dl"
      direction="row"
      useFlexGap
      sx={{ flexWrap: 'wrap', columnGap: 3, rowGap: 1.5, m: 0 }}
    >
      <Figure name="tempo when alone" why={drift.why}>
        {drift.tempoPercent === null ? null : fastSlow(drift.tempoPercent)}
      </Figure>
      <Figure name="with the click" why={clicked.why}>
        {clicked.meanMs === null ? null : earlyLate(clicked.meanMs)}
      </Figure>
      {silent.n > 0 && (
        <Figure name="alone, on average" why={silent.why}>
          {silent.meanMs === null ? null : earlyLate(silent.meanMs)}
        </Figure>
      )}
      {holdBeats.beats !== null && (
        <Figure name={`held within ${holdBeats.toleranceMs} ms, alone`} why={undefined}>
          {plural(holdBeats.beats, 'beat')}
        </Figure>
      )}
    </Stack>
  );
}

function Figure({ name, why, children }: { name: string; why: string | undefined; children: ReactNode }) {
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column-reverse', justifyContent: 'flex-end', maxWidth: 230 }}>
      <Typography component="dt" variant="body2" sx={{ color: 'text.secondary' }}>
        {name}
        {children === null && why && `: ${why}`}
      </Typography>
      <Typography component="dd" variant="h2" sx={{ m: 0, fontSize: '1.4rem' }}>
        {children ?? '–'}
      </Typography>
    </Box>
  );
}

/** Again at the same tempo, or a tenth slower. Only where the plan is still known by its id. */
function NextSteps({ take, onGo }: { take: Take; onGo(address: string): void }) {
  const { planId, plan } = take;
  const tempo = planTempo(plan);
  const again = useCallback(() => {
    if (planId) onGo(playAddress(planId, planTempo(plan)));
  }, [planId, plan, onGo]);
  useKey('Enter', again, planId !== null);
  if (!planId) return null;
  const slower = { ...tempo, bpm: tempo.bpm.mul(9, 10).round() };
  return (
    <Stack direction="row" useFlexGap spacing={1.5} sx={{ flexWrap: 'wrap' }}>
      <Button variant="contained" onClick={again}>
        Again&ensp;{KEY_SIGN.Enter}
      </Button>
      {slower.bpm.gte(1) && (
        <Button variant="outlined" color="inherit" onClick={() => onGo(playAddress(planId, slower))}>
          Slower, {tempoName(slower)}
        </Button>
      )}
    </Stack>
  );
}
