/** Opens a plan file from the player's disk and stores it as an own plan. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { compile } from '@feldspar/core/plan';
import { type ChangeEvent, useRef, useState } from 'react';
import { useSnackbar } from 'notistack';
import { useNavigate } from 'react-router';
import { ProblemError, request } from '../api/client.ts';
import { ErrorNotice } from '../shell/ErrorNotice.tsx';
import { readPlanFile } from './plan-file.ts';

/** More would hide the screen; they are of the same kind. */
const MOST_NOTES = 3;

export function OpenPlanFile({ onOpened }: { onOpened(): void }) {
  const input = useRef<HTMLInputElement>(null);
  const [error, setError] = useState<unknown>(null);
  const navigate = useNavigate();
  const { enqueueSnackbar } = useSnackbar();
  const open = async ({ target }: ChangeEvent<HTMLInputElement>) => {
    const file = target.files?.[0];
    target.value = '';
    if (!file) return;
    try {
      const result = await readPlanFile(file);
      if ('problems' in result) throw new ProblemError(422, 'The plan file has errors.', result.problems);
      compile(result.plan);
      const id = crypto.randomUUID();
      await request('PUT', `/plans/${id}`, result.plan);
      setError(null);
      // What the plan could not hold is said, and stays until it is read.
      for (const note of result.notes.slice(0, MOST_NOTES))
        enqueueSnackbar(note, { variant: 'warning', persist: true });
      onOpened();
      void navigate(`/plans/${id}`);
    } catch (failure) {
      setError(failure);
    }
  };
  return (
    <>
      <Button color="inherit" variant="outlined" onClick={() => input.current?.click()}>
        Open a plan or MIDI file
      </Button>
      <input
        ref={input}
        type="file"
        accept="application/json,.json,audio/midi,.mid,.midi"
        aria-label="Plan file"
        hidden
        onChange={(event) => void open(event)}
      />
      {error !== null && (
        <Box sx={{ flexBasis: '100%' }}>
          <ErrorNotice error={error} />
        </Box>
      )}
    </>
  );
}
