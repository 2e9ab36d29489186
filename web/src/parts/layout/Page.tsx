/** A screen: its heading, what one can do here beside it, and what follows. */
import Box from '@mui/material/Box';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { Row } from './Row.tsx';

interface PageProps {
  title: ReactNode;
  /** A line or two under the heading. */
  intro?: ReactNode;
  /** Buttons and choices that are for the whole screen. */
  actions?: ReactNode;
  /** Above the heading: where beside this one can go. */
  tabs?: ReactNode;
  maxWidth?: number;
  children: ReactNode;
}

export function Page({ title, intro, actions, tabs, maxWidth = 1120, children }: PageProps) {
  return (
    <Stack spacing={3} sx={{ maxWidth }}>
      <Box>
        {tabs}
        <Row spread>
          <Box sx={{ minWidth: 0 }}>
            <Typography variant="h1">{title}</Typography>
            {intro && (
              <Typography sx={{ color: 'text.secondary', mt: 0.75, maxWidth: '72ch' }}>{intro}</Typography>
            )}
          </Box>
          {actions && <Row>{actions}</Row>}
        </Row>
      </Box>
      {children}
    </Stack>
  );
}
