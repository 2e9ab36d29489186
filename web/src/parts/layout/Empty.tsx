/** Nothing here yet: what will be here, and the one step that fills it. */
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';

export function Empty({ children }: { children: ReactNode }) {
  return <Typography sx={{ color: 'text.secondary', maxWidth: '64ch' }}>{children}</Typography>;
}
