/** One page for the week: what is to be practised, how fast in which note, how often, how it is counted, and the clicks as they will sound. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { type Assignment, piecesOf } from '@feldspar/core/people';
import { compile, layerWords, planTempo, withTempo } from '@feldspar/core/plan';
import { type Meter, meterName, parseFraction, saidIn, tempo, tempoName } from '@feldspar/core/time';
import type { Player } from '@feldspar/core/wire';
import { CARE } from '@feldspar/core/words';
import { useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { lessonAt } from '../../addresses/addresses.ts';
import { useAssignments, useLessons, useNeeds, usePlan, usePlayers } from '../../data/hooks.ts';
import { PrintButton } from '../../parts/actions/PrintButton.tsx';
import { CoreSample } from '../../parts/core-sample/CoreSample.tsx';
import { coreOfTimeline } from '../../parts/core-sample/model.ts';
import { askedText } from '../../parts/giving/WorkLine.tsx';
import { Empty } from '../../parts/layout/Empty.tsx';
import { NotShown } from '../../parts/layout/NotShown.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { todayHere } from '../../text/people-text.ts';
import { dayText } from '../../text/text.ts';
import { countedLine } from './counted-line.ts';

/** One page holds so many, each with so many bars. */
const MOST_WORK = 5;
const MOST_BARS = 6;

export default function Handout() {
  const { id = '' } = useParams();
  const players = usePlayers();
  const assignments = useAssignments();
  const needs = useNeeds();
  const lessons = useLessons().data?.items ?? [];
  const error = (players.error ?? assignments.error ?? needs.error) as unknown;
  if (!players.data || !assignments.data || !needs.data)
    return error ? <NotShown what="player" error={error} /> : <ScreenSkeleton />;
  const player = players.data.items.find((one) => one.id === id);
  if (!player) return <NotShown what="player" />;
  const open = (needs.data.players.find((one) => one.id === id)?.week.work ?? []).filter(
    ({ standing: { state } }) => state !== 'done' && state !== 'over',
  );
  const work = open.flatMap(({ id: key }) => assignments.data!.items.find((one) => one.id === key) ?? []);
  const note = lessons.find(({ document }) => document.playerId === id && document.date === todayHere())
    ?.document.note;
  return (
    <Page
      maxWidth={820}
      title={`${player.name}, this week`}
      intro={[player.instrument, dayText(todayHere())].filter((one) => one !== '').join(' · ')}
      actions={
        <Box className="no-print" sx={{ display: 'flex', gap: 1 }}>
          <Button component={Link} to={lessonAt(id)}>
            To the lesson
          </Button>
          <PrintButton />
        </Box>
      }
    >
      {work.length === 0 && (
        <Empty>
          Here stands the work of the week, on one page to take home.{' '}
          <Link to={lessonAt(id)}>Give homework first</Link>
        </Empty>
      )}
      {work.slice(0, MOST_WORK).map(({ id: key, document }) => (
        <Piece key={key} document={document} player={player} />
      ))}
      {work.length > MOST_WORK && (
        <Typography>
          And{' '}
          {work
            .slice(MOST_WORK)
            .map(({ document }) => document.work.title)
            .join(', ')}
          .
        </Typography>
      )}
      {note && (
        <Box component="section" aria-label="Note">
          <Typography variant="h3" component="h2">
            From the lesson
          </Typography>
          <Typography sx={{ whiteSpace: 'pre-wrap' }}>{withoutTakes(note).slice(0, MOST_NOTE)}</Typography>
        </Box>
      )}
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {CARE}
      </Typography>
    </Page>
  );
}

const MOST_NOTE = 600;
/** On paper nobody follows a link. */
const withoutTakes = (note: string) =>
  piecesOf(note)
    .flatMap((piece) => ('text' in piece ? piece.text : []))
    .join('')
    .trim();

/** The tempo in the note in which the player thinks, where that is another one. */
function thoughtIn({ tempo: at }: Assignment, { profile: { thinksIn } }: Player): string {
  if (!at || !thinksIn) return '';
  const said = tempo(at.bpm, at.beat);
  const note = parseFraction(thinksIn);
  return said.beat.equals(note) ? '' : ` (${tempoName(saidIn(said, note))})`;
}

function Piece({ document, player }: { document: Assignment; player: Player }) {
  const { work, tempo: at } = document;
  const plan = usePlan(work.kind === 'agenda' ? undefined : work.planId).data?.document;
  const shown = useMemo(() => {
    if (!plan) return null;
    const asked = at ? withTempo(plan, tempo(at.bpm, at.beat)) : plan;
    try {
      const timeline = compile(asked);
      const core = coreOfTimeline(timeline);
      return { plan: asked, core: { ...core, rows: core.rows.slice(0, MOST_BARS) }, bars: core.rows.length };
    } catch {
      return null;
    }
  }, [plan, at]);
  const first = shown?.plan.sections[0];
  const meter: Meter | null = first ? { ...first.meter, unit: parseFraction(first.meter.unit) } : null;
  return (
    <Box
      component="section"
      aria-label={work.title}
      sx={{ borderTop: '1px solid', borderColor: 'divider', pt: 1.5, breakInside: 'avoid' }}
    >
      <Box
        sx={{
          display: 'grid',
          gap: 2,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 300px' },
          '@media print': { gridTemplateColumns: '1fr 280px' },
        }}
      >
        <Box>
          <Typography variant="h3" component="h2">
            {work.title}
          </Typography>
          <Typography sx={{ fontWeight: 600 }}>
            {askedText(document)}
            {thoughtIn(document, player)}
          </Typography>
          {document.why && <Typography>{document.why}</Typography>}
          {first && meter && (
            <Typography variant="body2" sx={{ mt: 0.5 }}>
              {meterName(meter)} at {tempoName(planTempo(shown!.plan))}. Count{' '}
              {countedLine(meter, player.profile.counts ?? 'e and a', first.clicks)}. Click:{' '}
              {first.clicks.map((layer) => layerWords(layer, meter)).join(', and ')}.
            </Typography>
          )}
        </Box>
        {shown && (
          <Box sx={{ '& svg': { maxWidth: '100%', height: 'auto' } }}>
            <CoreSample model={shown.core} width={300} rowHeight={11} label={`The clicks of ${work.title}`} />
            {shown.bars > MOST_BARS && (
              <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                the first {MOST_BARS} of {shown.bars} bars
              </Typography>
            )}
          </Box>
        )}
      </Box>
    </Box>
  );
}
