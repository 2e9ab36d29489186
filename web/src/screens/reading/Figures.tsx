/** The few figures that say most. */
import { memo } from 'react';
import Box from '@mui/material/Box';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { Report } from '@feldspar/core/timing';
import { earlyLate } from '@feldspar/core/words';
import type { ReactNode } from 'react';
import { fastSlow, plural } from '../../text/text.ts';

export const Figures = memo(function Figures({ report }: { report: Report }) {
  const { drift, clicked, silent, holdBeats, record } = report;
  return (
    <Stack component="dl" direction="row" sx={{ flexWrap: 'wrap', columnGap: 3, rowGap: 1.5, m: 0 }}>
      <Figure name="tempo when alone" why={drift.why}>
        {drift.tempoPercent === null ? null : fastSlow(drift.tempoPercent)}
      </Figure>
      {(clicked.n > 0 || silent.n === 0) && (
        <Figure name={record ? 'with the record' : 'with the click'} why={clicked.why}>
          {clicked.meanMs === null ? null : earlyLate(clicked.meanMs)}
        </Figure>
      )}
      {silent.n > 0 && (
        <Figure name="alone, on average" why={silent.why}>
          {silent.meanMs === null ? null : earlyLate(silent.meanMs)}
        </Figure>
      )}
      {holdBeats.beats !== null && (
        <Figure name={`held within ${Math.round(holdBeats.toleranceMs)} ms, alone`} why={undefined}>
          {plural(holdBeats.beats, 'beat')}
        </Figure>
      )}
    </Stack>
  );
});

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
