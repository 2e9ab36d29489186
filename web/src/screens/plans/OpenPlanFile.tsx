/** Opens a plan file from the player's disk and stores it as an own plan. */
import Box from '@mui/material/Box';
import { compile } from '@feldspar/core/plan';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { planAt } from '../../addresses/addresses.ts';
import { saveNewPlan } from '../../data/changes.ts';
import { ProblemError } from '../../data/wire/client.ts';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { FileButton } from '../../parts/actions/FileButton.tsx';
import { readFile } from '../../workers/files.ts';
import { say } from '../../parts/actions/say.ts';

/** More would hide the screen; they are of the same kind. */
const MOST_NOTES = 3;

export function OpenPlanFile() {
  const [error, setError] = useState<unknown>(null);
  const navigate = useNavigate();
  const open = async (file: File, signal: AbortSignal) => {
    setError(null);
    try {
      const result = await readFile('plan', file, signal);
      if ('problems' in result) throw new ProblemError(422, 'The plan file has errors.', result.problems);
      compile(result.plan);
      const id = await saveNewPlan(result.plan);
      // What the plan could not hold is said, and stays until it is read.
      for (const note of result.notes.slice(0, MOST_NOTES)) say(note, { variant: 'warning', persist: true });
      await navigate(planAt(id));
    } catch (failure) {
      if (!signal.aborted) setError(failure);
    }
  };
  return (
    <>
      <FileButton
        text="Open a plan or MIDI file"
        label="Plan file"
        accept="application/json,.json,audio/midi,.mid,.midi"
        onFile={open}
      />
      {error !== null && (
        <Box sx={{ flexBasis: '100%' }}>
          <ErrorNotice error={error} />
        </Box>
      )}
    </>
  );
}
