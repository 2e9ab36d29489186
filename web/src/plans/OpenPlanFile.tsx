/** Opens a plan file from the player's disk and stores it as an own plan. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { compile } from '@feldspar/core/plan';
import { type ChangeEvent, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { ProblemError, request } from '../api/client.ts';
import { ErrorNotice } from '../shell/ErrorNotice.tsx';
import { readPlanFile } from './plan-file.ts';

export function OpenPlanFile({ onOpened }: { onOpened(): void }) {
  const input = useRef<HTMLInputElement>(null);
  const [error, setError] = useState<unknown>(null);
  const navigate = useNavigate();
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
      onOpened();
      void navigate(`/plans/${id}`);
    } catch (failure) {
      setError(failure);
    }
  };
  return (
    <>
      <Button color="inherit" variant="outlined" onClick={() => input.current?.click()}>
        Open a plan file
      </Button>
      <input
        ref={input}
        type="file"
        accept="application/json,.json"
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
