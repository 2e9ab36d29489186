/** Today's note, and those of earlier lessons, in which takes are links. */
import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { piecesOf } from '@feldspar/core/people';
import { useState } from 'react';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { takeAt } from '../../addresses/addresses.ts';
import { Panel } from '../../parts/layout/Panel.tsx';
import { dayText } from '../../text/text.ts';
import { type LessonNotes, MOST_NOTE } from './useLessonNotes.ts';

const FIRST_SHOWN = 2;

export function Notes({ notes }: { notes: LessonNotes }) {
  const [all, setAll] = useState(false);
  const shown = all ? notes.earlier : notes.earlier.slice(0, FIRST_SHOWN);
  return (
    <Panel title="The note of today">
      <TextField
        label="What was worked on, what comes next"
        multiline
        minRows={5}
        fullWidth
        value={notes.text}
        disabled={!notes.known}
        onChange={({ target }) => notes.write(target.value)}
        helperText="Kept while you write. “Into the note” puts a take here as a link."
        slotProps={{ htmlInput: { maxLength: MOST_NOTE } }}
      />
      {shown.map(({ id, document }) => (
        <Box key={id} sx={{ mt: 2 }}>
          <Typography sx={{ fontWeight: 600 }}>{dayText(document.date)}</Typography>
          <Typography sx={{ whiteSpace: 'pre-wrap', overflowWrap: 'anywhere' }}>
            {piecesOf(document.note).map((piece, i) =>
              'text' in piece ? (
                piece.text
              ) : (
                <Link key={i} to={takeAt(piece.takeId)}>
                  this take
                </Link>
              ),
            )}
          </Typography>
        </Box>
      ))}
      {notes.known && notes.earlier.length === 0 && (
        <Typography variant="body2" sx={{ color: 'text.secondary', mt: 1.5 }}>
          No earlier note. The next lesson begins with this one.
        </Typography>
      )}
      {notes.earlier.length > shown.length && (
        <Button onClick={() => setAll(true)}>All {notes.earlier.length} earlier notes</Button>
      )}
    </Panel>
  );
}
