/** Adds a layer or a line by saying what it is. */
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { type ClickLayer, type PlayLine, groupingRhythm } from '@feldspar/core/plan';

interface AddingProps<Part> {
  /** "Add a click": what stands before the kinds. */
  label: string;
  kinds: readonly (readonly [string, Part])[];
  disabled: boolean;
  onAdd(part: Part): void;
}

export function Adding<Part>({ label, kinds, disabled, onAdd }: AddingProps<Part>) {
  return (
    <Stack
      direction="row"
      spacing={1}
      role="group"
      aria-label={label}
      sx={{ flexWrap: 'wrap', alignItems: 'center' }}
    >
      <Typography sx={{ color: 'text.secondary' }}>{label}</Typography>
      {kinds.map(([name, part]) => (
        <Button
          key={name}
          size="small"
          variant="outlined"
          disabled={disabled}
          aria-label={`${label} ${name}`}
          onClick={() => onAdd(part)}
        >
          {name}
        </Button>
      ))}
    </Stack>
  );
}

export const CLICK_KINDS: readonly (readonly [string, ClickLayer])[] = [
  ['on places of the bar', { at: ['1/4', '3/4'], voice: 'wood' }],
  ['every so many notes', { every: '5/4', voice: 'wood' }],
  ['from a groove', { groove: 'drums' }],
];

export const LINE_KINDS: readonly (readonly [string, PlayLine])[] = [
  ['every note', { every: '1/4' }],
  ['on places of the bar', { at: ['0', '1/2'] }],
  ['in groups', { rhythm: groupingRhythm({ notes: 5, note: '1/16', sticking: '' }) }],
  [
    'a rhythm',
    {
      rhythm: [
        { dur: '1/4', accent: true },
        { dur: '1/8' },
        { dur: '1/8' },
        { dur: '1/4', rest: true },
        { dur: '1/4' },
      ],
    },
  ],
  ['anything on a grid', { free: '1/8' }],
];
