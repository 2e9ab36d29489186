/** Take against take: what has changed and what has not, and the two cores at one glance. */
import Box from '@mui/material/Box';
import Stack from '@mui/material/Stack';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableContainer from '@mui/material/TableContainer';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { planTempo } from '@feldspar/core/plan';
import { playedTimeline, takeTempo } from '@feldspar/core/take';
import { comparableName, quartersPerMinute, secondsOf } from '@feldspar/core/time';
import { compareTakes } from '@feldspar/core/timing';
import { comparisonSentences, sentencesOf } from '@feldspar/core/words';
import { useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { takeAt } from '../../addresses/addresses.ts';
import { CoreWindow } from '../../parts/core-sample/CoreWindow.tsx';
import { reachOf } from '../../parts/core-sample/layout.ts';
import { type CoreModel, coreOfTake } from '../../parts/core-sample/model.ts';
import { NotShown } from '../../parts/layout/NotShown.tsx';
import { PrintButton } from '../../parts/actions/PrintButton.tsx';
import { longDate, shortDate, unbroken } from '../../text/text.ts';
import { figureRows } from './figure-rows.ts';
import { type Measured, useMeasured } from './useMeasured.ts';

export default function Beside() {
  const { id = '', other = '' } = useParams();
  return <BesideByIds key={`${id} ${other}`} id={id} other={other} />;
}

function BesideByIds({ id, other }: { id: string; other: string }) {
  const first = useMeasured(id);
  const second = useMeasured(other);
  const error = first.error ?? second.error;
  if (error) return <NotShown what="take" error={error} />;
  if (!first.measured || !second.measured) return <Typography role="status">Measuring …</Typography>;
  return <Pair first={first.measured} second={second.measured} />;
}

/** A beat of the meter's unit, at the plan's tempo. */
function beatMs({ take: { plan } }: Measured): number {
  const { beat } = planTempo(plan);
  return 1000 * secondsOf(beat, planTempo(plan));
}

function Pair({ first, second }: { first: Measured; second: Measured }) {
  const cores = useMemo(() => coresOf([first, second]), [first, second]);
  const comparison = compareTakes(
    { report: first.report, beatMs: beatMs(first) },
    { report: second.report, beatMs: beatMs(second) },
  );
  const [ofTempo, ofSpread] = comparisonSentences(comparison);
  const differs = [
    ...(first.take.plan.title === second.take.plan.title ? [] : ['plans']),
    ...(quartersPerMinute(takeTempo(first.take)).equals(quartersPerMinute(takeTempo(second.take)))
      ? []
      : ['tempos']),
  ];
  return (
    <Stack spacing={3} sx={{ maxWidth: 1240 }}>
      <Box>
        <Typography variant="h1">{unbroken(ofTempo)}</Typography>
        <Typography sx={{ fontSize: '1.15rem', mt: 0.75 }}>{unbroken(ofSpread)}</Typography>
        {differs.length > 0 && (
          <Typography sx={{ color: 'text.secondary', mt: 0.75 }}>
            The two {differs.join(' and ')} differ: steadiness is compared in parts of the beat, the rest with
            care.
          </Typography>
        )}
      </Box>
      <Box
        sx={{
          display: 'grid',
          gap: 4,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'repeat(2, minmax(0, 1fr))' },
          alignItems: 'start',
        }}
      >
        <One name="First" measured={first} core={cores[0]} />
        <One name="Second" measured={second} core={cores[1]} />
      </Box>
      <FiguresBeside first={first} second={second} />
      <Box>
        <PrintButton />
      </Box>
    </Stack>
  );
}

interface OneProps {
  name: string;
  measured: Measured;
  core: CoreModel;
}

function One({ name, measured: { take, report }, core }: OneProps) {
  return (
    <Box
      component="section"
      aria-label={`${name} take`}
      sx={{
        display: 'grid',
        gridTemplateRows: 'subgrid',
        gridRow: 'span 3',
        rowGap: 0,
        alignContent: 'start',
      }}
    >
      <Typography variant="h2">
        {name}: <Link to={takeAt(take.id)}>{shortDate(take.startedAt)}</Link>
      </Typography>
      <Typography sx={{ color: 'text.secondary', mb: 1.5 }}>
        {take.plan.title} · {comparableName(takeTempo(take))} · {unbroken(sentencesOf(report.findings)[0])}
      </Typography>
      <CoreWindow model={core} label={`Core of the take of ${longDate(take.startedAt)}`} maxWidth={560} />
    </Box>
  );
}

/** Drawn to one scale: what looks twice as far is twice as far. */
function coresOf(pair: readonly Measured[]): CoreModel[] {
  const cores = pair.map(({ take, report, hits }) =>
    coreOfTake(playedTimeline(take, hits), report, hits, take.latencyMs),
  );
  const reachMs = Math.max(...cores.map(reachOf));
  return cores.map((core) => ({ ...core, reachMs }));
}

function FiguresBeside({ first, second }: { first: Measured; second: Measured }) {
  const others = new Map(figureRows(second.report).map((row) => [row.name, row]));
  const rows = figureRows(first.report)
    .map((row) => ({ name: row.name, before: row.value, after: others.get(row.name)?.value ?? null }))
    .filter(({ before, after }) => before !== null || after !== null);
  return (
    <TableContainer>
      <Table size="small" aria-label="Figures of both takes">
        <TableHead>
          <TableRow>
            <TableCell sx={{ pl: 0 }}>Figure</TableCell>
            <TableCell>First</TableCell>
            <TableCell>Second</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.map(({ name, before, after }) => (
            <TableRow key={name} sx={{ verticalAlign: 'top' }}>
              <TableCell component="th" scope="row" sx={{ pl: 0 }}>
                {name}
              </TableCell>
              <TableCell>{before === null ? '–' : unbroken(before)}</TableCell>
              <TableCell>{after === null ? '–' : unbroken(after)}</TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </TableContainer>
  );
}
