/** A note on a take, saved when the field is left. Before the server has the take, the note travels with it. */
import TextField from '@mui/material/TextField';
import type { Take } from '@feldspar/core/take';
import { useState } from 'react';
import { useSWRConfig } from 'swr';
import { request } from '../api/client.ts';
import { isTakeList } from '../api/hooks.ts';
import { keep, waitingTake } from '../local/outbox.ts';

export function TakeNote({ take }: { take: Take }) {
  const { mutate } = useSWRConfig();
  const [note, setNote] = useState(take.note);
  const [message, setMessage] = useState('');
  const [failed, setFailed] = useState(false);
  const save = async () => {
    if (note === take.note) return;
    try {
      const waiting = await waitingTake(take.id);
      if (waiting) await keep({ ...waiting, note }, 'waiting');
      else await request('PATCH', `/takes/${take.id}`, { note });
      await mutate(`/takes/${take.id}`, { ...take, note }, { revalidate: false });
      void mutate(isTakeList);
      setFailed(false);
      setMessage('Saved.');
    } catch (error) {
      setFailed(true);
      setMessage(`Not saved yet: ${(error as Error).message}`);
    }
  };
  return (
    <TextField
      label="Note"
      multiline
      minRows={2}
      value={note}
      onChange={({ target }) => {
        setNote(target.value);
        setMessage('');
      }}
      onBlur={() => void save()}
      error={failed}
      helperText={message || ' '}
      slotProps={{ htmlInput: { maxLength: 4000 } }}
    />
  );
}
