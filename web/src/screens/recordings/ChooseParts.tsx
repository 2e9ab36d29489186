/** Which tracks and channels of a MIDI file are the performance. */
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { MidiPerformance } from '@feldspar/core/formats';
import { MOST_LINES } from '@feldspar/core/recordings';
import { useState } from 'react';
import { AskDialog } from '../../parts/layout/AskDialog.tsx';
import { midiPartName } from '../../text/input-words.ts';
import { minutes, plural } from '../../text/text.ts';
import type { ChosenParts } from './open-performance.ts';

interface ChoosePartsProps {
  performance: MidiPerformance;
  /** Of the file. */
  name: string;
  onChoose(chosen: ChosenParts): void;
  onClose(): void;
}

export default function ChooseParts({ performance: { parts }, name, onChoose, onClose }: ChoosePartsProps) {
  const [chosen, setChosen] = useState<ReadonlySet<number>>(() => new Set([fullest(parts)]));
  const [each, setEach] = useState(false);
  const several = chosen.size > 1;
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
      disabled={chosen.size === 0 || (several && each && chosen.size > MOST_LINES)}
      onClose={onClose}
      onMake={() => onChoose({ parts: [...chosen].sort((a, b) => a - b), each: several && each })}
    >
      <Typography sx={{ color: 'text.secondary', overflowWrap: 'anywhere' }}>{name}</Typography>
      <Stack role="group" aria-label="Tracks and channels" sx={{ mt: 1.5 }}>
        {parts.map((part, i) => (
          <FormControlLabel
            key={`${part.track} ${part.channel}`}
            control={<Checkbox checked={chosen.has(i)} onChange={() => toggle(i)} />}
            label={`${midiPartName(part)}: ${plural(part.notes, 'note')}, ${minutes(part.firstS)} to ${minutes(part.lastS)}`}
          />
        ))}
      </Stack>
      {several && (
        <RadioGroup
          aria-label="What several tracks are"
          value={each ? 'each' : 'one'}
          onChange={(_, value) => setEach(value === 'each')}
          sx={{ mt: 1.5 }}
        >
          <FormControlLabel
            value="one"
            control={<Radio />}
            label="One line: notes that sound together are one stroke"
          />
          <FormControlLabel
            value="each"
            control={<Radio />}
            label="A line each: the first is the plan’s first line, and so on"
          />
        </RadioGroup>
      )}
    </AskDialog>
  );
}

/** The one with the most notes is likely to be what was played. */
function fullest(parts: MidiPerformance['parts']): number {
  return parts.reduce((best, { notes }, i) => (notes > parts[best].notes ? i : best), 0);
}
