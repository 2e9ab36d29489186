/** Asks for a sticking and its note, and makes the bars it runs through until it comes back to 1. */
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { type Sheet, groupingSheet } from '@feldspar/core/counts';
import type { NoteBase } from '@feldspar/core/time';
import { useState } from 'react';
import { AskDialog } from '../../parts/layout/AskDialog.tsx';
import { Choice } from '../../parts/fields/Choice.tsx';
import { TypedField, wholeFrom } from '../../parts/fields/TypedField.tsx';
import { sheetOf, newSheetPlan } from '../../data/sheet-plan.ts';

const NOTES = {
  eighths: { value: 'eighth', triplets: false },
  sixteenths: { value: 'sixteenth', triplets: false },
  'eighth triplets': { value: 'eighth', triplets: true },
  'sixteenth triplets': { value: 'sixteenth', triplets: true },
} as const satisfies Record<string, { value: NoteBase; triplets: boolean }>;
type NoteName = keyof typeof NOTES;
const NOTE_OPTIONS = (Object.keys(NOTES) as NoteName[]).map((name) => [name, name] as const);
const PULSES = [
  ['1/4', 'quarters'],
  ['1/2', 'halves'],
] as const;

export function NewGrouping({ onMade }: { onMade(sheet: Sheet): void }) {
  const [open, setOpen] = useState(false);
  const [sticking, setSticking] = useState<string>('RLRRL');
  const [note, setNote] = useState<NoteName>('sixteenths');
  const [beats, setBeats] = useState(4);
  const [pulse, setPulse] = useState<'1/4' | '1/2'>('1/4');
  const frame: Sheet = {
    ...sheetOf(newSheetPlan())!,
    title: `${sticking.length} over ${beats}`,
    meter: { beats, unit: '1/4' },
    tempo: { bpm: pulse === '1/4' ? 60 : 40, beat: pulse },
    counted: pulse,
  };
  const { sheet, problem } = groupingSheet(frame, { sticking, ...NOTES[note] });
  return (
    <>
      <Button variant="outlined" onClick={() => setOpen(true)}>
        Make groups
      </Button>
      <AskDialog
        title="Groups that run through the bars"
        open={open}
        disabled={problem !== undefined}
        onClose={() => setOpen(false)}
        onMake={() => sheet && onMade(sheet)}
      >
        <Stack spacing={2} sx={{ pt: 1 }}>
          <TypedField
            label="Sticking, one letter a note"
            value={sticking}
            show={String}
            read={(text) =>
              /^[A-Za-z]{2,32}$/.test(text.trim())
                ? { value: text.trim() }
                : { problem: 'Write 2 to 32 letters, like RLRRL or RLRLRRL.' }
            }
            onChange={(text) => setSticking(text)}
            width="100%"
          />
          <Choice label="in" value={note} options={NOTE_OPTIONS} onChange={setNote} />
          <TypedField
            label="Quarters in a bar"
            value={beats}
            show={String}
            read={wholeFrom(2, 16)}
            onChange={setBeats}
            width="100%"
          />
          <Choice label="over a pulse of" value={pulse} options={PULSES} onChange={setPulse} />
          <Typography role="status" variant="body2">
            {problem ??
              `Groups of ${sticking.length} come back to 1 after ${sheet.bars.length - 1} ${sheet.bars.length === 2 ? 'bar' : 'bars'}.`}
          </Typography>
        </Stack>
      </AskDialog>
    </>
  );
}
