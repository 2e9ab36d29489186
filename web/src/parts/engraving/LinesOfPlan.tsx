/** The written rhythm of a plan, engraved and counted, on the plan's page. */
import Box from '@mui/material/Box';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { type Sheet, countSheet, systemOf } from '@feldspar/core/counts';
import { useMemo } from 'react';
import { Engraving } from './Engraving.tsx';
import { countsUnder } from './counts-under.ts';

/** More is read on the stage. */
const MOST_BARS = 4;

export default function LinesOfPlan({ lines }: { lines: readonly (Sheet | null)[] }) {
  const written = lines.filter((sheet) => sheet !== null);
  const different = written.filter(
    ({ bars }, i) => written.findIndex((other) => JSON.stringify(other.bars) === JSON.stringify(bars)) === i,
  );
  return (
    <Stack spacing={1.5}>
      {different.map((sheet, i) => (
        <Box key={i}>
          <Typography variant="h3" component="h2">
            {different.length > 1 ? sheet.title : 'What is played'}
          </Typography>
          <Line sheet={sheet} />
        </Box>
      ))}
    </Stack>
  );
}

function Line({ sheet }: { sheet: Sheet }) {
  const shown = useMemo(() => ({ ...sheet, bars: sheet.bars.slice(0, MOST_BARS) }), [sheet]);
  const notes = useMemo(() => countSheet(shown, systemOf(shown)), [shown]);
  const under = useMemo(
    () => notes.map((note) => countsUnder(note, shown.limbs !== undefined)),
    [notes, shown],
  );
  const more = sheet.bars.length - shown.bars.length;
  return (
    <>
      <Engraving
        sheet={shown}
        notes={notes}
        under={under}
        chosen={null}
        tempo={false}
        end={more === 0}
        label={`${sheet.title}: ${notes.length} notes and rests, counted below each`}
      />
      {more > 0 && (
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          It goes on; all {sheet.bars.length} bars stand on the stage.
        </Typography>
      )}
    </>
  );
}
