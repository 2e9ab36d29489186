/** Another row for the stick: any note, dotted or double-dotted, in any usual tuplet. */
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import { NOTE_BASES, type NoteBase, type Tempo, lengthOf } from '@feldspar/core/time';
import { useState } from 'react';
import { Choice } from '../../parts/fields/Choice.tsx';

const BASES = (Object.keys(NOTE_BASES) as NoteBase[]).map((base) => [base, base] as const);
const DOTS = [
  [0, 'no dot'],
  [1, 'one dot'],
  [2, 'two dots'],
] as const;
const TUPLETS = [
  { text: 'no tuplet' },
  ...(
    [
      [3, 2],
      [5, 4],
      [6, 4],
      [7, 4],
      [9, 8],
      [2, 3],
      [4, 3],
    ] as const
  ).map(([actual, normal]) => ({ text: `${actual} in the time of ${normal}`, tuplet: { actual, normal } })),
];

export function AddRow({ onAdd }: { onAdd(length: Tempo['beat']): void }) {
  const [open, setOpen] = useState(false);
  const [base, setBase] = useState<NoteBase>('half');
  const [dots, setDots] = useState<0 | 1 | 2>(1);
  const [tuplet, setTuplet] = useState(0);
  if (!open) {
    return (
      <Button variant="outlined" onClick={() => setOpen(true)}>
        Another row
      </Button>
    );
  }
  return (
    <Stack direction="row" spacing={1} sx={{ flexWrap: 'wrap' }} role="group" aria-label="Another row">
      <Choice label="Note" value={base} options={BASES} onChange={setBase} />
      <Choice label="Dots" value={dots} options={DOTS} onChange={setDots} minWidth={110} />
      <Choice
        label="Tuplet"
        value={tuplet}
        options={TUPLETS.map(({ text }, i) => [i, text] as const)}
        onChange={setTuplet}
      />
      <Button
        variant="outlined"
        onClick={() => {
          onAdd(lengthOf({ base, dots, ...('tuplet' in TUPLETS[tuplet] ? TUPLETS[tuplet] : {}) }));
          setOpen(false);
        }}
      >
        Add the row
      </Button>
    </Stack>
  );
}
