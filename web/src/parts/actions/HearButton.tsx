/** Lets something be heard, and silences it again. */
import Button from '@mui/material/Button';
import SilenceIcon from '@mui/icons-material/VolumeOffOutlined';
import HearIcon from '@mui/icons-material/VolumeUpOutlined';

interface HearButtonProps {
  /** "Hear the plan". */
  text: string;
  hearing: boolean;
  onToggle(): void;
  /** It cannot be heard as it is; what is heard already can be silenced. */
  disabled?: boolean;
}

export function HearButton({ text, hearing, onToggle, disabled = false }: HearButtonProps) {
  return (
    <Button
      variant={hearing ? 'contained' : 'outlined'}
      color={hearing ? 'secondary' : 'inherit'}
      startIcon={hearing ? <SilenceIcon /> : <HearIcon />}
      aria-pressed={hearing}
      disabled={disabled && !hearing}
      onClick={onToggle}
    >
      {hearing ? 'Silence' : text}
    </Button>
  );
}
