/** The person knows better: on, or stay. One key, taken back by the same. */
import Button, { type ButtonProps } from '@mui/material/Button';
import type { Overrule, Suggestion } from '@feldspar/core/paths';
import { useKey } from '../actions/useKey.ts';

interface OverruleButtonProps {
  suggestion: Suggestion;
  onOverrule(said: Overrule | null): void;
  variant?: ButtonProps['variant'];
}

export function OverruleButton({ suggestion, onOverrule, variant }: OverruleButtonProps) {
  const { overruled, otherwise } = suggestion;
  const act = () => onOverrule(overruled ? null : otherwise);
  useKey('o', act, otherwise !== null);
  if (otherwise === null) return null;
  return (
    <Button onClick={act} variant={variant}>
      {overruled ? 'As the figures say' : otherwise === 'go on' ? 'Go on all the same' : 'Stay with it'} (O)
    </Button>
  );
}
