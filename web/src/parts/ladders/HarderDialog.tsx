/** A plan made harder in one step: which way, and the one number it asks for. */
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { Plan } from '@feldspar/core/plan';
import { thinningsFor } from '@feldspar/core/practice';
import { useState } from 'react';
import { AskDialog } from '../layout/AskDialog.tsx';
import { NumberText } from '../fields/NumberText.tsx';
import { wholeFrom } from '../fields/TypedField.tsx';

const TITLE = 'Make it harder';

interface HarderDialogProps {
  plan: Plan;
  open: boolean;
  onClose(): void;
  onMade(plan: Plan): void;
}

export function HarderDialog({ plan, open, onClose, onMade }: HarderDialogProps) {
  const thinnings = thinningsFor(plan);
  const [name, setName] = useState(thinnings[0].name);
  const thinning = thinnings.find((each) => each.name === name)!;
  const { asks } = thinning;
  const [texts, setTexts] = useState<Record<string, string>>({});
  const text = texts[name] ?? String(asks.usual);
  const asked = wholeFrom(asks.min, asks.max)(text);
  const make = () => {
    if (asked.problem === undefined) onMade(thinning.apply(plan, asked.value));
  };
  return (
    <AskDialog
      title={TITLE}
      open={open}
      disabled={asked.problem !== undefined}
      onClose={onClose}
      onMake={make}
    >
      <RadioGroup aria-label={TITLE} value={name} onChange={(_, next) => setName(next)}>
        {thinnings.map((each) => (
          <FormControlLabel
            key={each.name}
            value={each.name}
            control={<Radio />}
            sx={{ my: 0.5 }}
            label={
              <>
                {each.name}
                <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                  {each.does}
                </Typography>
              </>
            }
          />
        ))}
      </RadioGroup>
      <Stack sx={{ mt: 2 }}>
        <NumberText
          label={asks.label}
          value={text}
          problem={asked.problem}
          onChange={(next) => setTexts({ ...texts, [name]: next })}
          width={260}
        />
      </Stack>
    </AskDialog>
  );
}
