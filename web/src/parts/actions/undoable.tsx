/** Does something that can be taken back for a while: says what was done, or why it was not. */
import Button from '@mui/material/Button';
import { useState, useSyncExternalStore } from 'react';
import { onUnsaid, say, timesUnsaid, unsay } from './say.ts';

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

/** @returns whether it was done. */
export async function undoable({ run, said, undo, undone, alone }: Undoable): Promise<boolean> {
  if (!(await attempt(run))) return false;
  if (alone) unsay();
  const back = async () => {
    unsay();
    if ((await attempt(undo)) && undone) say(undone);
  };
  say(said, {
    autoHideDuration: WHILE_MS,
    action: <UndoButton onClick={() => void back()} />,
  });
  return true;
}

async function attempt(run: () => Promise<unknown>): Promise<boolean> {
  try {
    await run();
    return true;
  } catch (error) {
    say((error as Error).message, { variant: 'error' });
    return false;
  }
}

/** As long as its message stands: while that fades out, nobody shall take back what was said before it, or the same twice. */
function UndoButton({ onClick }: { onClick(): void }) {
  const now = useSyncExternalStore(onUnsaid, timesUnsaid);
  const [saidAt] = useState(timesUnsaid);
  return now === saidAt ? <Button onClick={onClick}>Undo</Button> : null;
}
