/** Does something that can be taken back for a while: says what was done, or why it was not. */
import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';

const WHILE_MS = 12_000;

export interface Undoable {
  run(): Promise<unknown>;
  said: string;
  undo(): Promise<unknown>;
  /** Said when it was taken back; nothing where that is plain to see. */
  undone?: string;
  /** Older messages go: their undo would go back further than they say. */
  alone?: boolean;
}

/** @returns a function that resolves to whether it was done. */
export function useUndo(): (undoable: Undoable) => Promise<boolean> {
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  const attempt = async (run: () => Promise<unknown>): Promise<boolean> => {
    try {
      await run();
      return true;
    } catch (error) {
      enqueueSnackbar((error as Error).message, { variant: 'error' });
      return false;
    }
  };
  return async ({ run, said, undo, undone, alone }) => {
    if (!(await attempt(run))) return false;
    if (alone) closeSnackbar();
    const back = async () => {
      closeSnackbar();
      if ((await attempt(undo)) && undone) enqueueSnackbar(undone);
    };
    enqueueSnackbar(said, {
      autoHideDuration: WHILE_MS,
      action: <Button onClick={() => void back()}>Undo</Button>,
    });
    return true;
  };
}
