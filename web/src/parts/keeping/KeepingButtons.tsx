/** Undo, redo, throw away, save, play: what can be done with what is being built as a whole. */
import Button from '@mui/material/Button';
import RedoIcon from '@mui/icons-material/Redo';
import SaveIcon from '@mui/icons-material/SaveOutlined';
import PlayIcon from '@mui/icons-material/PlayArrow';
import UndoIcon from '@mui/icons-material/Undo';
import Typography from '@mui/material/Typography';
import type { Workshop } from './useWorkshop.ts';

interface KeepingButtonsProps {
  workshop: Pick<Workshop, 'undo' | 'redo' | 'unsaved' | 'unkept'>;
  /** Something is wrong with it: it cannot be saved. */
  faulty: boolean;
  onSave(): void;
  onDiscard(): void;
  onPlan(): void;
  /** To its plan, where playing does not begin there. */
  onLook?(): void;
}

export function KeepingButtons({ workshop, faulty, onSave, onDiscard, onPlan, onLook }: KeepingButtonsProps) {
  const { undo, redo, unsaved, unkept } = workshop;
  return (
    <>
      <Typography role="status" variant="body2" sx={{ alignSelf: 'center', color: 'text.secondary' }}>
        {unkept
          ? 'This browser has no room to keep it: save it.'
          : unsaved
            ? 'Not saved; kept in this browser.'
            : 'Saved.'}
      </Typography>
      <Button disabled={!undo} startIcon={<UndoIcon />} onClick={() => undo?.()}>
        Undo
      </Button>
      <Button disabled={!redo} startIcon={<RedoIcon />} onClick={() => redo?.()}>
        Redo
      </Button>
      <Button disabled={!unsaved} onClick={onDiscard}>
        Throw away
      </Button>
      <Button variant="outlined" startIcon={<SaveIcon />} disabled={!unsaved || faulty} onClick={onSave}>
        Save
      </Button>
      {onLook && (
        <Button variant="outlined" disabled={faulty} onClick={onLook}>
          Its plan
        </Button>
      )}
      <Button variant="contained" startIcon={<PlayIcon />} disabled={faulty} onClick={onPlan}>
        Save and play
      </Button>
    </>
  );
}
