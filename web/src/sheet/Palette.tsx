/** Writing by buttons: a note after the chosen one, and what the chosen one carries. */
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import { type Sheet, type SheetNote, isTuplet, writtenNotes } from '@feldspar/core/counts';
import type { NoteBase } from '@feldspar/core/time';
import { changedNote, insertedAfter, movedNote, removed } from './sheet-edits.ts';

const VALUES: NoteBase[] = ['whole', 'half', 'quarter', 'eighth', 'sixteenth', 'thirty-second'];

interface PaletteProps {
  sheet: Sheet;
  chosen: number;
  /** @param index of the note that is chosen then. */
  onChange(sheet: Sheet, index: number): void;
}

export function Palette({ sheet, chosen, onChange }: PaletteProps) {
  const notes = writtenNotes(sheet);
  const written = notes[chosen] as (typeof notes)[number] | undefined;
  const note = written?.note;
  const inTuplet = written !== undefined && isTuplet(sheet.bars[written.bar].items[written.item]);
  const add = (added: SheetNote) =>
    onChange(insertedAfter(sheet, notes.length === 0 ? -1 : chosen, added), afterLast(chosen));
  // After a tuplet one writes on behind all of it.
  const afterLast = (index: number) => {
    if (!written || !inTuplet) return notes.length === 0 ? 0 : index + 1;
    return notes.findLastIndex(({ bar, item }) => bar === written.bar && item === written.item) + 1;
  };
  const toggle = (name: 'rest' | 'tie' | 'accent') =>
    onChange(changedNote(sheet, chosen, { [name]: note?.[name] ? undefined : true }), chosen);
  const button = (text: string, onClick: () => void, pressed?: boolean) => (
    <Button
      key={text}
      size="small"
      color="inherit"
      variant={pressed ? 'contained' : 'outlined'}
      disabled={pressed !== undefined && !note}
      aria-pressed={pressed}
      onClick={onClick}
    >
      {text}
    </Button>
  );
  return (
    <Stack spacing={1}>
      <Stack
        direction="row"
        useFlexGap
        spacing={1}
        role="group"
        aria-label="Add after"
        sx={{ flexWrap: 'wrap' }}
      >
        {VALUES.map((value) => button(value, () => add({ value })))}
        {button('quarter rest', () => add({ value: 'quarter', rest: true }))}
        {button('eighth rest', () => add({ value: 'eighth', rest: true }))}
      </Stack>
      <Stack
        direction="row"
        useFlexGap
        spacing={1}
        role="group"
        aria-label="The chosen note"
        sx={{ flexWrap: 'wrap' }}
      >
        {button(
          'Dot',
          () => onChange(changedNote(sheet, chosen, { dots: nextDots(note?.dots) }), chosen),
          Boolean(note?.dots),
        )}
        {button('Rest', () => toggle('rest'), Boolean(note?.rest))}
        {button('Tie', () => toggle('tie'), Boolean(note?.tie))}
        {button('Accent', () => toggle('accent'), Boolean(note?.accent))}
        {button('Copy', () => note && add(note))}
        {button('Earlier', () => onChange(movedNote(sheet, chosen, -1), Math.max(0, chosen - 1)))}
        {button('Later', () => onChange(movedNote(sheet, chosen, 1), Math.min(notes.length - 1, chosen + 1)))}
        {button('Remove', () => onChange(removed(sheet, chosen), Math.max(0, chosen - 1)))}
      </Stack>
    </Stack>
  );
}

/** None, one, two, none. */
function nextDots(dots: SheetNote['dots'] = 0): SheetNote['dots'] {
  return ([1, 2, undefined] as const)[dots];
}
