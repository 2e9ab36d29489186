/** Words for whoever has the page read out; nobody sees them. */
import type { ReactNode } from 'react';
import Box from '@mui/material/Box';
import visuallyHidden from '@mui/utils/visuallyHidden';

export function ReadOut({ children }: { children: ReactNode }) {
  return (
    <Box component="span" sx={visuallyHidden}>
      {children}
    </Box>
  );
}
