/** Another row for the stick: any note, dotted or double-dotted, in any usual tuplet. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import { NOTE_BASES, type NoteBase, type Tempo, lengthOf } from '@feldspar/core/time';
import { useState } from 'react';

const DOTS = ['no dot', 'one dot', 'two dots'] as const;
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
      <Button variant="outlined" color="inherit" onClick={() => setOpen(true)}>
        Another row
      </Button>
    );
  }
  const select = (
    label: string,
    value: string | number,
    set: (value: string) => void,
    options: [string | number, string][],
  ) => (
    <TextField
      select
      size="small"
      label={label}
      value={value}
      onChange={({ target }) => set(target.value)}
      sx={{ minWidth: 120 }}
    >
      {options.map(([key, text]) => (
        <MenuItem key={key} value={key}>
          {text}
        </MenuItem>
      ))}
    </TextField>
  );
  return (
    <Stack
      direction="row"
      useFlexGap
      spacing={1}
      sx={{ flexWrap: 'wrap' }}
      role="group"
      aria-label="Another row"
    >
      {select(
        'Note',
        base,
        (value) => setBase(value as NoteBase),
        Object.keys(NOTE_BASES).map((key) => [key, key]),
      )}
      {select(
        'Dots',
        dots,
        (value) => setDots(Number(value) as 0 | 1 | 2),
        DOTS.map((text, i) => [i, text]),
      )}
      {select(
        'Tuplet',
        tuplet,
        (value) => setTuplet(Number(value)),
        TUPLETS.map(({ text }, i) => [i, text]),
      )}
      <Button
        variant="outlined"
        color="inherit"
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
