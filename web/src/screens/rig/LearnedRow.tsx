/** What is learned by doing it: its name, what it is set to, and the button that waits for it. */
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';

interface LearnedRowProps {
  name: string;
  isSetTo: string;
  waits: boolean;
  /** What to do while it waits. */
  cue: string;
  disabled?: boolean;
  onToggle(): void;
}

export function LearnedRow({ name, isSetTo, waits, cue, disabled = false, onToggle }: LearnedRowProps) {
  return (
    <Stack component="li" direction="row" spacing={1.5} sx={{ flexWrap: 'wrap', alignItems: 'center' }}>
      <Typography sx={{ flex: '1 1 200px' }}>
        {name}: <b>{isSetTo}</b>
      </Typography>
      <Button disabled={disabled} aria-pressed={waits} aria-label={`Set ${name}`} onClick={onToggle}>
        {waits ? cue : 'Set'}
      </Button>
    </Stack>
  );
}
