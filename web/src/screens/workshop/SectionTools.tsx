/** What can be done to the chosen section as a whole. */
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import { MOST, type Plan } from '@feldspar/core/plan';
import { stopTime } from '@feldspar/core/practice';
import { useState } from 'react';
import { TypedField, wholeFrom } from '../../parts/fields/TypedField.tsx';
import { HarderDialog } from '../../parts/ladders/HarderDialog.tsx';
import { StopDialog } from './StopDialog.tsx';
import { inPlaceOf, moved, repeated } from '../../data/edits.ts';

interface SectionToolsProps {
  plan: Plan;
  index: number;
  /** Something is wrong: ladders of it would be wrong as well. */
  faulty: boolean;
  /** @param chosen the section to go on with. */
  onChange(plan: Plan, chosen: number): void;
}

const MOST_TIMES = 64;

export function SectionTools({ plan, index, faulty, onChange }: SectionToolsProps) {
  const [times, setTimes] = useState(2);
  const [asking, setAsking] = useState<'harder' | 'stop' | null>(null);
  const count = plan.sections.length;
  const act = (text: string, disabled: boolean, action: () => void, label?: string) => (
    <Button size="small" disabled={disabled} onClick={action} {...(label ? { 'aria-label': label } : {})}>
      {text}
    </Button>
  );
  const close = () => setAsking(null);
  return (
    <Stack
      direction="row"
      spacing={1}
      role="group"
      aria-label={`Section ${index + 1} as a whole`}
      sx={{ flexWrap: 'wrap', alignItems: 'flex-start' }}
    >
      {act('Earlier', index === 0, () => onChange(moved(plan, index, index - 1), index - 1))}
      {act('Later', index === count - 1, () => onChange(moved(plan, index, index + 1), index + 1))}
      {act(
        'Copy',
        count >= MOST.sections,
        () => onChange(repeated(plan, index, 2), index + 1),
        'Copy the section',
      )}
      {act(
        'Repeat',
        count + times - 1 > MOST.sections,
        () => onChange(repeated(plan, index, times), index),
        'Repeat the section',
      )}
      <TypedField
        label="times in all"
        value={times}
        show={String}
        read={wholeFrom(2, MOST_TIMES)}
        onChange={setTimes}
        width={100}
      />
      {act('Stop time …', plan.sections[index].meter.beats < 2, () => setAsking('stop'))}
      {act(
        'Remove',
        count === 1,
        () => onChange(inPlaceOf(plan, index, []), Math.max(0, index - 1)),
        'Remove the section',
      )}
      {act('Make the plan harder …', faulty, () => setAsking('harder'))}
      <StopDialog
        open={asking === 'stop'}
        onClose={close}
        onMade={(stop) => {
          close();
          onChange(inPlaceOf(plan, index, stopTime(plan.sections[index], stop)), index);
        }}
      />
      <HarderDialog
        plan={plan}
        open={asking === 'harder'}
        onClose={close}
        onMade={(harder) => {
          close();
          onChange(harder, 0);
        }}
      />
    </Stack>
  );
}
