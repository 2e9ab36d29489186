/**
 * A note on a take, saved while it is written. What is typed is kept in the browser until the server has it; before
 * the server has the take itself, the note travels with it.
 */
import TextField from '@mui/material/TextField';
import type { Take } from '@feldspar/core/take';
import { useEffect, useEffectEvent, useState } from 'react';
import { changeTake } from '../api/change-take.ts';

const SAVE_AFTER_MS = 700;
const RETRY_AFTER_MS = 5000;

const draftKey = (id: string) => `feldspar note ${id}`;

export function TakeNote({ take }: { take: Take }) {
  const [note, setNote] = useState(() => localStorage.getItem(draftKey(take.id)) ?? take.note);
  const [state, setState] = useState<'clean' | 'saved' | { failed: string }>('clean');

  const save = useEffectEvent(async () => {
    try {
      await changeTake(take, { note });
      if (localStorage.getItem(draftKey(take.id)) === note) localStorage.removeItem(draftKey(take.id));
      setState('saved');
    } catch (error) {
      setState({ failed: (error as Error).message });
    }
  });

  const failed = typeof state === 'object';
  const pending = note !== take.note;
  useEffect(() => {
    if (!pending) return;
    const timer = setTimeout(() => void save(), failed ? RETRY_AFTER_MS : SAVE_AFTER_MS);
    return () => clearTimeout(timer);
  }, [note, pending, failed, state]);

  return (
    <TextField
      label="Note"
      multiline
      minRows={2}
      value={note}
      onChange={({ target }) => {
        localStorage.setItem(draftKey(take.id), target.value);
        setNote(target.value);
        setState('clean');
      }}
      error={failed}
      helperText={
        failed ? `Kept in this browser, not saved yet: ${state.failed}` : state === 'saved' ? 'Saved.' : ' '
      }
      slotProps={{ htmlInput: { maxLength: 4000 } }}
    />
  );
}
