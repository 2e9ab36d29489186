/** Asks for a few things before something is made; leaving it changes nothing. */
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { type ReactNode, useId } from 'react';

interface AskDialogProps {
  title: string;
  open: boolean;
  /** What the button that makes it says. */
  make?: string;
  /** Something that was typed is wrong. */
  disabled?: boolean;
  onClose(): void;
  onMake(): void;
  children: ReactNode;
}

export function AskDialog({
  title,
  open,
  make = 'Make it',
  disabled,
  onClose,
  onMake,
  children,
}: AskDialogProps) {
  const id = useId();
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby={id}>
      <DialogTitle id={id}>{title}</DialogTitle>
      <DialogContent>{children}</DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={disabled} onClick={onMake}>
          {make}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
