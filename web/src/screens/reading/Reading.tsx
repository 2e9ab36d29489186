/** The reading of a take: the sentence first, the core, where the player drifted, and what to do next. */
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { barIndexAt } from '@feldspar/core/plan';
import { type Take, playedTimeline } from '@feldspar/core/take';
import type { Report } from '@feldspar/core/timing';
import { sentenceOf, sentencesOf } from '@feldspar/core/words';
import { Suspense, lazy, useMemo, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { holdAt } from '../../addresses/addresses.ts';
import { NotShown } from '../../parts/layout/NotShown.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { CoreWindow } from '../../parts/core-sample/CoreWindow.tsx';
import { coreOfTake } from '../../parts/core-sample/model.ts';
import { fileNameOf } from '../../files/file-name.ts';
import { Panel } from '../../parts/layout/Panel.tsx';
import { PrintButton } from '../../parts/actions/PrintButton.tsx';
import { saveFile } from '../../files/save-file.ts';
import { plural, unbroken } from '../../text/text.ts';
import { sheetOf } from '../../data/sheet-plan.ts';
import { AllFigures } from './AllFigures.tsx';
import { CompareWith } from './CompareWith.tsx';
import { DriftCurve } from './DriftCurve.tsx';
import { Figures } from './Figures.tsx';
import { HowHeard } from './HowHeard.tsx';
import { HearTake } from './HearTake.tsx';
import { GapsTable } from './GapsTable.tsx';
import { JudgingPanel } from './JudgingPanel.tsx';
import { Latency } from './Latency.tsx';
import { NextSteps } from './NextSteps.tsx';
import { ProfileChart } from './ProfileChart.tsx';
import { SpreadChart } from './SpreadChart.tsx';
import { SavePicture } from './SavePicture.tsx';
import { TakeLine, useTakeParts } from './TakeLine.tsx';
import { TakeNote } from './TakeNote.tsx';
import { TempoCurve } from './TempoCurve.tsx';
import { driftData } from './drift-data.ts';
import { intervalsCsv } from '../../files/intervals-csv.ts';
import { onlyTempo } from './only-tempo.ts';
import { profileOf } from './profile-data.ts';
import { spreadOf } from './spread-data.ts';
import { tempoData } from './tempo-data.ts';
import { useMeasured } from './useMeasured.ts';

/** The engraver is large and comes only for takes of a count sheet. */
const OnTheLine = lazy(() => import('./OnTheLine.tsx'));

/** Of fewer hits a spread or a profile is a picture of chance. */
const FEWEST_FOR_PICTURES = 12;

export default function Reading() {
  const { id = '' } = useParams();
  return <ReadingById key={id} id={id} />;
}

function ReadingById({ id }: { id: string }) {
  const { measured, error } = useMeasured(id);
  if (measured) return <ReadingOf {...measured} />;
  if (error) return <NotShown what="take" error={error} />;
  return <Typography role="status">Measuring …</Typography>;
}

interface ReadingOfProps {
  take: Take;
  report: Report;
  hits: Take['hits'];
}

function ReadingOf({ take, report, hits }: ReadingOfProps) {
  const navigate = useNavigate();
  // What is said about the take changes with every letter of its note; what was played stays.
  const { plan, stoppedAtS } = take;
  const timeline = useMemo(() => playedTimeline({ plan, stoppedAtS }, hits), [plan, stoppedAtS, hits]);
  const core = useMemo(
    () => coreOfTake(timeline, report, hits, take.latencyMs),
    [timeline, report, hits, take.latencyMs],
  );
  const curves = useMemo(
    () => ({
      drift: driftData(timeline, report),
      tempo: tempoData(timeline, report),
      spread: spreadOf(timeline, report),
    }),
    [timeline, report],
  );
  const { meter } = timeline.bars[barIndexAt(timeline.bars, timeline.targets[0]?.timeS ?? 0)];
  const profile = useMemo(() => profileOf(report, meter), [report, meter]);
  const sheet = useMemo(() => sheetOf(plan), [plan]);
  const facts = useTakeParts(take);
  const [heardRow, setHeardRow] = useState<number | null>(null);
  const interrupted = report.findings.find(({ code }) => code === 'interrupted');
  const disturbance = interrupted && sentenceOf(interrupted);
  const [sentence, ...others] = sentencesOf(report.findings);
  const more = others.filter((text) => text !== disturbance);
  const drawn = report.matches.length > 1;
  const enough = report.matches.length >= FEWEST_FOR_PICTURES;

  return (
    <Stack spacing={2.5} sx={{ maxWidth: 1240 }}>
      <Box>
        <Typography variant="h1">{unbroken(sentence)}</Typography>
        <TakeLine take={take} report={report} />
      </Box>
      {take.recording?.foundBy === 'strokes' && (
        <Alert severity="info">
          No click was heard on the recording: where it begins was found by the strokes. So it cannot say
          whether you were early or late as a whole; tempo, drift and steadiness it can.
        </Alert>
      )}
      {disturbance && <Alert severity="warning">{disturbance}</Alert>}
      <HowHeard take={take} />
      {sheet && (
        <Panel title="On the line">
          <Suspense>
            <OnTheLine
              sheet={sheet}
              timeline={timeline}
              report={report}
              hits={hits}
              latencyMs={take.latencyMs}
            />
          </Suspense>
        </Panel>
      )}
      <Box sx={COLUMNS}>
        <Stack spacing={2.5}>
          <Box component="section" aria-label="Core">
            <CoreWindow
              model={core}
              heardRow={heardRow}
              label={`Core of the take: ${plural(core.rows.length, 'bar')}, ${plural(core.marks.length, 'hit')}. ${sentence}`}
            />
          </Box>
          {report.gaps.length > 0 && (
            <Panel title="Alone">
              <GapsTable gaps={report.gaps} timeline={timeline} />
              <Typography variant="body2" className="no-print" sx={{ mt: 1 }}>
                <Link to={holdAt(take.playerId)}>How long alone, over the weeks</Link>
              </Typography>
            </Panel>
          )}
        </Stack>
        <Stack spacing={2}>
          <Figures report={report} />
          {more.length > 0 && (
            <Panel title="Also">
              {more.map((text) => (
                <Typography key={text}>{unbroken(text)}</Typography>
              ))}
            </Panel>
          )}
          {drawn && (
            <HearTake timeline={timeline} hits={hits} latencyMs={take.latencyMs} onRow={setHeardRow} />
          )}
          <NextSteps take={take} onGo={(address) => void navigate(address)} />
          {drawn && (
            <Panel title="Where you drifted">
              <DriftCurve
                data={curves.drift}
                label={`Asynchrony over the bars, early below, late above. ${sentence}`}
              />
            </Panel>
          )}
        </Stack>
      </Box>
      {enough && (
        <Box sx={THIRDS}>
          <Panel title="Place by place">
            <ProfileChart
              profile={profile}
              label={`Mean at each place of the bar: ${profile.names.map((name, i) => `${name} ${Math.round(profile.meanMs[i])} ms`).join(', ')}`}
            />
            <Typography variant="body2" sx={{ color: 'text.secondary' }}>
              Dot: the mean. Bar: most hits of that place.{report.intended && ' Dash: where you meant to be.'}
            </Typography>
          </Panel>
          <Panel title="Spread">
            <SpreadChart
              spread={curves.spread}
              toleranceMs={report.tolerance.hitMs}
              label={`How many hits lie how far from the pulse; ${Math.round(100 * (report.clicked.withinTolerance ?? 0))} % of those with the click within ${Math.round(report.tolerance.hitMs)} ms`}
            />
            <Typography variant="body2" sx={{ color: 'text.secondary' }}>
              Blue: with the {report.record ? 'record' : 'click'}. Rose: alone. Shaded: one sound.
            </Typography>
          </Panel>
          {curves.tempo.length > 1 && (
            <Panel title="Tempo, bar by bar">
              <TempoCurve
                points={curves.tempo}
                range={curves.drift}
                tempo={onlyTempo(take)}
                label="The tempo played in each bar against the plan's"
              />
            </Panel>
          )}
        </Box>
      )}
      <Box sx={COLUMNS}>
        <Stack spacing={1.5}>
          <AllFigures report={report} />
          <Row noPrint>
            <CompareWith take={take} />
            <SavePicture
              nameOf={(ending) => fileNameOf(take.plan, ending)}
              facts={() => ({
                sentence,
                facts: [...facts, ...(take.input === 'simulated' ? ['simulated player'] : [])].join(' · '),
                core,
              })}
            />
            <Button
              variant="outlined"
              onClick={() =>
                saveFile(fileNameOf(take.plan, 'csv'), 'text/csv', intervalsCsv(timeline, report))
              }
            >
              Save the intervals (CSV)
            </Button>
            <PrintButton />
          </Row>
          <TakeNote take={take} />
        </Stack>
        <Box className="no-print">
          <Panel title="How it is judged">
            <JudgingPanel take={take} meter={meter} />
            <Latency take={take} />
          </Panel>
        </Box>
      </Box>
    </Stack>
  );
}

const COLUMNS = {
  display: 'grid',
  gap: { xs: 3, lg: 4 },
  gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1.25fr) minmax(0, 1fr)' },
  alignItems: 'start',
} as const;

const THIRDS = {
  display: 'grid',
  gap: 2,
  gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'repeat(auto-fit, minmax(320px, 1fr))' },
} as const;
