/** What is being built and is not saved yet, kept in this browser. */
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { Link } from 'react-router';
import { sheetAt, workshopAt } from '../../addresses/addresses.ts';
import { newDrafts } from '../../data/drafts.ts';

/** @param sheets only count sheets. */
export function UnsavedDrafts({ sheets = false }: { sheets?: boolean }) {
  const [drafts] = useState(newDrafts);
  const shown = drafts.filter(({ sheet }) => sheet || !sheets);
  if (shown.length === 0) return null;
  return (
    <Stack direction="row" spacing={1} sx={{ flexWrap: 'wrap', alignItems: 'center', mb: 1.5 }}>
      <Typography variant="body2">Not saved yet, kept in this browser:</Typography>
      {shown.map(({ id, title, sheet }) => (
        <Button
          key={id}
          component={Link}
          to={sheet ? sheetAt(id) : workshopAt(id)}
          size="small"
          variant="outlined"
        >
          {title}
        </Button>
      ))}
    </Stack>
  );
}
