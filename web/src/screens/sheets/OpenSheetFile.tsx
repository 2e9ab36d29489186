/** Opens a MusicXML or ABC file as a count sheet; what a sheet cannot hold is listed before anything is made. */
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { Sheet } from '@feldspar/core/counts';
import { useState } from 'react';
import { AskDialog } from '../../parts/layout/AskDialog.tsx';
import { FileButton } from '../../parts/actions/FileButton.tsx';
import { readFile } from '../../workers/files.ts';

export function OpenSheetFile({ onOpened }: { onOpened(sheet: Sheet): void }) {
  const [problem, setProblem] = useState<string | null>(null);
  const [asking, setAsking] = useState<{ sheet: Sheet; lost: string[] } | null>(null);
  const open = async (file: File, signal: AbortSignal) => {
    setProblem(null);
    try {
      const result = await readFile('sheet', file, signal);
      if (result.problem !== undefined) setProblem(result.problem);
      else if (result.lost.length > 0) setAsking(result);
      else onOpened(result.sheet);
    } catch (failure) {
      if (!signal.aborted) setProblem((failure as Error).message);
    }
  };
  return (
    <>
      <FileButton
        text="Open MusicXML or ABC"
        label="MusicXML or ABC file"
        accept=".musicxml,.xml,.mxl,.abc,text/vnd.abc,application/vnd.recordare.musicxml+xml,application/vnd.recordare.musicxml"
        onFile={open}
      />
      {problem !== null && (
        <Box sx={{ flexBasis: '100%' }}>
          <Alert severity="error" onClose={() => setProblem(null)}>
            {problem} Nothing was changed.
          </Alert>
        </Box>
      )}
      <AskDialog
        title="Only the rhythm fits a count sheet"
        open={asking !== null}
        onClose={() => setAsking(null)}
        onMake={() => asking && onOpened(asking.sheet)}
      >
        <Typography>These are left out:</Typography>
        <Box component="ul" sx={{ mt: 1, mb: 0 }}>
          {asking?.lost.map((what) => (
            <li key={what}>{what}</li>
          ))}
        </Box>
      </AskDialog>
    </>
  );
}
