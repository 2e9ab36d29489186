/** Which tracks and channels of a MIDI file are the performance. */
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { MidiPerformance } from '@feldspar/core/formats';
import { useState } from 'react';
import { AskDialog } from '../../parts/layout/AskDialog.tsx';
import { midiPartName } from '../../text/input-words.ts';
import { minutes, plural } from '../../text/text.ts';

interface ChoosePartsProps {
  performance: MidiPerformance;
  /** Of the file. */
  name: string;
  onChoose(parts: number[]): void;
  onClose(): void;
}

export function ChooseParts({ performance: { parts }, name, onChoose, onClose }: ChoosePartsProps) {
  const [chosen, setChosen] = useState<ReadonlySet<number>>(() => new Set([fullest(parts)]));
  const toggle = (i: number) => {
    const next = new Set(chosen);
    if (!next.delete(i)) next.add(i);
    setChosen(next);
  };
  return (
    <AskDialog
      title="Which tracks were played?"
      make="Read them"
      open
      disabled={chosen.size === 0}
      onClose={onClose}
      onMake={() => onChoose([...chosen].sort((a, b) => a - b))}
    >
      <Typography sx={{ color: 'text.secondary', overflowWrap: 'anywhere' }}>
        {name}. Of several, notes that sound together count as one stroke.
      </Typography>
      <Stack role="group" aria-label="Tracks and channels" sx={{ mt: 1.5 }}>
        {parts.map((part, i) => (
          <FormControlLabel
            key={`${part.track} ${part.channel}`}
            control={<Checkbox checked={chosen.has(i)} onChange={() => toggle(i)} />}
            label={`${midiPartName(part)}: ${plural(part.notes, 'note')}, ${minutes(part.firstS)} to ${minutes(part.lastS)}`}
          />
        ))}
      </Stack>
    </AskDialog>
  );
}

/** The one with the most notes is likely to be what was played. */
function fullest(parts: MidiPerformance['parts']): number {
  return parts.reduce((best, { notes }, i) => (notes > parts[best].notes ? i : best), 0);
}
