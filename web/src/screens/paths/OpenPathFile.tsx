/** Opens a path file: the path becomes one's own, and so do the plans it brings that are not here yet. */
import Box from '@mui/material/Box';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { pathAt } from '../../addresses/addresses.ts';
import { savePath, savePlan } from '../../data/changes.ts';
import { ProblemError, askFor } from '../../data/wire/client.ts';
import { FileButton } from '../../parts/actions/FileButton.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { readFile } from '../../workers/files.ts';
import { settled } from './settled.ts';

export function OpenPathFile() {
  const [error, setError] = useState<unknown>(null);
  const navigate = useNavigate();
  const open = async (file: File, signal: AbortSignal) => {
    setError(null);
    try {
      const result = await readFile('path', file, signal);
      if ('problems' in result) throw new ProblemError(422, 'The path file has errors.', result.problems);
      const { path, plans } = await settled(result.path, isKnown);
      for (const { id, plan } of plans) await savePlan(id, plan, 0);
      const id = crypto.randomUUID();
      await savePath(id, path);
      await navigate(pathAt(id));
    } catch (failure) {
      if (!signal.aborted) setError(failure);
    }
  };
  return (
    <>
      <FileButton text="Open a path file" label="Path file" accept="application/json,.json" onFile={open} />
      {error !== null && (
        <Box sx={{ flexBasis: '100%' }}>
          <ErrorNotice error={error} />
        </Box>
      )}
    </>
  );
}

/** What the server has under this id; null where it has nothing. */
async function isKnown(id: string): Promise<unknown> {
  try {
    return (await askFor('GET /plans/:id', { id })).document;
  } catch (error) {
    if (error instanceof ProblemError && error.status === 404) return null;
    throw error;
  }
}
