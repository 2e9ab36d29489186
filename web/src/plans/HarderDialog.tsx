/** A plan made harder in one step: which way, and the one number it asks for. */
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { Plan } from '@feldspar/core/plan';
import { THINNINGS } from '@feldspar/core/practice';
import { useState } from 'react';
import { NumberText } from '../shell/NumberText.tsx';
import { wholeFrom } from '../shell/TypedField.tsx';

interface HarderDialogProps {
  plan: Plan;
  open: boolean;
  onClose(): void;
  onMade(plan: Plan): void;
}

export function HarderDialog({ plan, open, onClose, onMade }: HarderDialogProps) {
  const [name, setName] = useState(THINNINGS[0].name);
  const thinning = THINNINGS.find((each) => each.name === name)!;
  const { asks } = thinning;
  const [texts, setTexts] = useState<Record<string, string>>({});
  const text = texts[name] ?? String(asks.usual);
  const asked = wholeFrom(asks.min, asks.max)(text);
  const make = () => {
    if (asked.problem === undefined) onMade(thinning.apply(plan, asked.value));
  };
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="harder">
      <DialogTitle id="harder">Make it harder</DialogTitle>
      <DialogContent>
        <RadioGroup aria-labelledby="harder" value={name} onChange={(_, next) => setName(next)}>
          {THINNINGS.map((each) => (
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
      </DialogContent>
      <DialogActions>
        <Button color="inherit" onClick={onClose}>
          Leave it
        </Button>
        <Button variant="contained" disabled={asked.problem !== undefined} onClick={make}>
          Make it
        </Button>
      </DialogActions>
    </Dialog>
  );
}
