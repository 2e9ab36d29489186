/** Each time the player was alone: how far they drifted, how fast, and where they were when the click came back. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableContainer from '@mui/material/TableContainer';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import type { Timeline } from '@feldspar/core/plan';
import { barIndexAt } from '@feldspar/core/plan';
import type { GapReport } from '@feldspar/core/timing';
import { earlyLate } from '@feldspar/core/words';
import { memo, useState } from 'react';
import { fastSlow, oneDecimal, plural } from '../../text/text.ts';

/** More are one press away. */
const SHOWN_AT_FIRST = 12;

export const GapsTable = memo(function GapsTable({
  gaps,
  timeline,
}: {
  gaps: GapReport[];
  timeline: Timeline;
}) {
  const [most, setMost] = useState(SHOWN_AT_FIRST);
  // A silence that begins with the last click of the count-in begins with bar 1.
  const barAt = (timeS: number) => Math.max(1, timeline.bars[barIndexAt(timeline.bars, timeS + 1e-6)].number);
  return (
    <TableContainer>
      <Table
        size="small"
        aria-label="Gaps"
        sx={{
          '& th, & td': { px: 0.75, whiteSpace: 'nowrap', verticalAlign: 'top' },
          // On a phone the figures need the room.
          '& thead th': { whiteSpace: { xs: 'normal', sm: 'nowrap' }, verticalAlign: 'bottom' },
        }}
      >
        <TableHead>
          <TableRow>
            <TableCell>From</TableCell>
            <TableCell align="right">For</TableCell>
            <TableCell align="right">In this gap</TableCell>
            <TableCell align="right">At the return</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {gaps.slice(0, most).map((gap) => (
            <TableRow key={gap.fromS} title={gap.why}>
              <TableCell component="th" scope="row">
                bar {barAt(gap.fromS)}
                {gap.count > 1 && ` on, ${gap.count} times`}
              </TableCell>
              <TableCell align="right">{plural(gap.beats, 'beat')}</TableCell>
              <TableCell align="right">{tempoText(gap)}</TableCell>
              <TableCell align="right">
                {gap.returnErrorMs === null ? <Unknown why={gap.why} /> : earlyLate(gap.returnErrorMs)}
                {gap.count > 1 && gap.returns > 0 && (
                  <Box
                    component="span"
                    sx={{ display: 'block', color: 'text.secondary', fontSize: '0.8rem' }}
                  >
                    mean of {plural(gap.returns, 'return')}
                  </Box>
                )}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
      {gaps.length > most && (
        <Button className="no-print" onClick={() => setMost(most * 4)}>
          Show more of {gaps.length} gaps
        </Button>
      )}
    </TableContainer>
  );
});

function tempoText(gap: GapReport) {
  if (gap.tempoPercent === null) return <Unknown why={gap.why} />;
  const interval = gap.tempoPercentCi95;
  return (
    <>
      {fastSlow(gap.tempoPercent)}
      {interval && (
        <Box component="span" sx={{ display: 'block', color: 'text.secondary', fontSize: '0.8rem' }}>
          ({oneDecimal(interval[0])} to {oneDecimal(interval[1])}&nbsp;%)
        </Box>
      )}
    </>
  );
}

function Unknown({ why }: { why: string | undefined }) {
  return <span aria-label={`not known: ${why ?? ''}`}>–</span>;
}
