/** A list of things, a line between them: a picture, what it is, and what can be done with it. */
import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/** Pictures are so wide, on a phone and elsewhere. */
export const PICTURE_WIDTH = { xs: 84, sm: 150 } as const;

export function List({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Box component="ul" aria-label={label} sx={{ listStyle: 'none', p: 0, m: 0 }}>
      {children}
    </Box>
  );
}

interface ListItemProps {
  /** Kept free where it is null; no room is kept where it is left out. */
  picture?: ReactNode;
  actions?: ReactNode;
  /** There is one action and it is short: on a phone it stands beside, not below. */
  short?: boolean;
  children: ReactNode;
}

export function ListItem({ picture, actions, short = false, children }: ListItemProps) {
  const drawn = picture !== undefined;
  const first = (width: number) => (drawn ? `${width}px ` : '');
  return (
    <Box
      component="li"
      sx={{
        display: 'grid',
        gridTemplateColumns: {
          xs: `${first(PICTURE_WIDTH.xs)}minmax(0, 1fr)${short ? ' auto' : ''}`,
          sm: `${first(PICTURE_WIDTH.sm)}minmax(0, 1fr) auto`,
        },
        gap: { xs: 1.5, sm: 3 },
        rowGap: { xs: 0.5, sm: 3 },
        alignItems: 'center',
        py: 1.5,
        borderTop: '1px solid',
        borderColor: 'divider',
      }}
    >
      {drawn && (picture ?? <span />)}
      <Box sx={{ minWidth: 0 }}>{children}</Box>
      {actions && (
        <Box
          sx={{
            display: 'flex',
            flexWrap: 'wrap',
            gridColumn: { xs: short ? 'auto' : drawn ? 2 : 1, sm: 'auto' },
            justifySelf: 'start',
          }}
        >
          {actions}
        </Box>
      )}
    </Box>
  );
}
