/** Things beside each other, in as many lines as there is room for. */
import Stack from '@mui/material/Stack';
import type { ReactNode } from 'react';

interface RowProps {
  children: ReactNode;
  /** The first at the left end, the last at the right. */
  spread?: boolean;
  align?: 'flex-start' | 'center' | 'baseline';
  gap?: number;
  /** Not on paper. */
  noPrint?: boolean;
}

export function Row({
  children,
  spread = false,
  align = spread ? 'flex-start' : 'center',
  gap,
  noPrint,
}: RowProps) {
  return (
    <Stack
      direction="row"
      spacing={gap ?? (spread ? 2 : 1.5)}
      className={noPrint ? 'no-print' : undefined}
      sx={{ flexWrap: 'wrap', alignItems: align, justifyContent: spread ? 'space-between' : undefined }}
    >
      {children}
    </Stack>
  );
}
