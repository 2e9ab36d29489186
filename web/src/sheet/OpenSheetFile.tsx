/** Opens a MusicXML or ABC file as a count sheet; what a sheet cannot hold is listed before anything is made. */
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { Sheet } from '@feldspar/core/counts';
import { readSheetFile } from '@feldspar/core/formats';
import { type ChangeEvent, useRef, useState } from 'react';
import { AskDialog } from '../shell/AskDialog.tsx';

export function OpenSheetFile({ onOpened }: { onOpened(sheet: Sheet): void }) {
  const input = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [asking, setAsking] = useState<{ sheet: Sheet; lost: string[] } | null>(null);
  const open = async ({ target }: ChangeEvent<HTMLInputElement>) => {
    const file = target.files?.[0];
    target.value = '';
    if (!file) return;
    const result = readSheetFile(new Uint8Array(await file.arrayBuffer()));
    setProblem(result.problem ?? null);
    if (result.problem !== undefined) return;
    if (result.lost.length > 0) setAsking(result);
    else onOpened(result.sheet);
  };
  return (
    <>
      <Button color="inherit" variant="outlined" onClick={() => input.current?.click()}>
        Open MusicXML or ABC
      </Button>
      <input
        ref={input}
        type="file"
        accept=".musicxml,.xml,.mxl,.abc,text/vnd.abc,application/vnd.recordare.musicxml+xml,application/vnd.recordare.musicxml"
        aria-label="MusicXML or ABC file"
        hidden
        onChange={(event) => void open(event)}
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
