/** An error said plainly: what is wrong, where, and what to do. */
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import { PlanError } from '@feldspar/core/plan';
import { ProblemError } from '../../data/wire/client.ts';

export function ErrorNotice({ error }: { error: unknown }) {
  const fields =
    error instanceof ProblemError ? error.errors : error instanceof PlanError ? error.problems : [];
  const message = error instanceof Error ? error.message : String(error);
  return (
    <Alert severity="error" variant="outlined" sx={{ maxWidth: 720 }}>
      {fields.length === 0 && message}
      {fields.length > 0 && (
        <Box component="ul" sx={{ m: 0, pl: 2 }}>
          {fields.map(({ path, message: what }) => (
            <li key={`${path} ${what}`}>
              {path && <strong>{path}: </strong>}
              {what}
            </li>
          ))}
        </Box>
      )}
    </Alert>
  );
}
