/** A take of a count sheet, read on the engraved line itself: when each note began, how long it was held, what fell into the rests. */
import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import { type Sheet, countSheet, systemOf } from '@feldspar/core/counts';
import type { Timeline } from '@feldspar/core/plan';
import type { Hit, Report } from '@feldspar/core/timing';
import { useMemo } from 'react';
import { plural } from '../../text/text.ts';
import { Engraving } from '../../parts/engraving/Engraving.tsx';
import { playedNotes } from './played-notes.ts';
import { resultRows, resultsUnder } from './results-under.ts';

interface OnTheLineProps {
  sheet: Sheet;
  /** As far as it was reached. */
  timeline: Timeline;
  report: Report;
  hits: readonly Hit[];
  latencyMs: number;
}

export default function OnTheLine({ sheet, timeline, report, hits, latencyMs }: OnTheLineProps) {
  const notes = useMemo(() => countSheet(sheet, systemOf(sheet)), [sheet]);
  const played = useMemo(
    () => playedNotes(sheet, timeline, report, hits, latencyMs),
    [sheet, timeline, report, hits, latencyMs],
  );
  const { tolerance, counts } = report;
  const under = useMemo(
    () => played.notes.map((note) => resultsUnder(note, tolerance.hitMs)),
    [played, tolerance.hitMs],
  );
  const held = useMemo(() => played.notes.map((note) => note.held), [played]);
  const rounds = Math.max(1, ...played.notes.flatMap(({ starts }) => starts.map(({ asked }) => asked)));
  const inRests = played.notes.reduce((sum, { inRest }) => sum + inRest, 0);
  const rests = notes.some(({ note }) => note.rest);
  return (
    <>
      <Engraving
        sheet={sheet}
        notes={notes}
        under={under}
        held={held}
        chosen={null}
        label={`${sheet.title}, with what was played under each note`}
      />
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        Milliseconds: − early, + late, · on it; × missed.{' '}
        {rounds > 1 && `All ${rounds} rounds together, each note’s mean; ×2 is missed twice. `}
        {sheet.limbs && `Under each accent ${sheet.limbs.voices.join(', then ')}. `}
        {held.some((share) => share !== null) &&
          'The bar under a note is as long as it is written; the dark part was held. '}
        {inRests > 0
          ? `${plural(inRests, 'hit')} fell into the rests. `
          : rests && 'Nothing was played in the rests. '}
        {played.extra > 0 && `${plural(played.extra, 'hit')} more than there are notes. `}
        {counts.missed > 0 && `${plural(counts.missed, 'note')} missed.`}
      </Typography>
      <Box component="details">
        <Typography component="summary" sx={{ cursor: 'pointer', fontWeight: 600, py: 1, minHeight: 44 }}>
          Note by note
        </Typography>
        <Table size="small" aria-label="Note by note">
          <TableHead>
            <TableRow>
              {['Bar', 'Count', 'Note', 'Began', 'Held, of its length'].map((name) => (
                <TableCell key={name}>{name}</TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {resultRows(notes, played.notes).map(({ bar, count, name, start, length }, i) => (
              <TableRow key={i}>
                <TableCell>{bar}</TableCell>
                <TableCell>{count}</TableCell>
                <TableCell component="th" scope="row">
                  {name}
                </TableCell>
                <TableCell>{start}</TableCell>
                <TableCell>{length}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
    </>
  );
}
