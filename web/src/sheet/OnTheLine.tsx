/** A take of a count sheet, read on the engraved line itself: under each note how early or late it came, and what was missed. */
import Typography from '@mui/material/Typography';
import { type Sheet, countSheet, soundings } from '@feldspar/core/counts';
import type { Report } from '@feldspar/core/timing';
import { useMemo } from 'react';
import { plural } from '../shell/text.ts';
import { Engraving } from './Engraving.tsx';
import { resultsUnder } from './results-under.ts';

interface OnTheLineProps {
  sheet: Sheet;
  report: Report;
  /** How many notes were reached. */
  targets: number;
}

export default function OnTheLine({ sheet, report, targets }: OnTheLineProps) {
  const notes = useMemo(() => countSheet(sheet, 'e and a'), [sheet]);
  const under = useMemo(
    () => resultsUnder(soundings(sheet), notes.length, report, targets),
    [sheet, notes.length, report, targets],
  );
  const { extra, missed } = report.counts;
  return (
    <>
      <Engraving
        sheet={sheet}
        notes={notes}
        under={under}
        chosen={null}
        label={`${sheet.title}, with what was played under each note`}
      />
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        Milliseconds: − early, + late, · on it; × missed.{' '}
        {extra > 0
          ? `${plural(extra, 'hit')} fell where nothing is written.`
          : 'Nothing was played in the rests.'}
        {missed > 0 && ` ${plural(missed, 'note')} missed.`}
      </Typography>
    </>
  );
}
