/** What the marks of a core mean, in words. */
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { INK } from '../../theme/palette.ts';

function Key({ children, text }: { children: ReactNode; text: string }) {
  return (
    <Stack component="li" direction="row" spacing={0.75} sx={{ alignItems: 'center' }}>
      <svg width="18" height="16" aria-hidden="true">
        {children}
      </svg>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {text}
      </Typography>
    </Stack>
  );
}

export function CoreLegend({ silent, record = false }: { silent: boolean; record?: boolean }) {
  return (
    <Stack
      component="ul"
      direction="row"
      sx={{ flexWrap: 'wrap', columnGap: 2.5, rowGap: 0.5, listStyle: 'none', p: 0, m: 0 }}
    >
      <Key text="click sounded">
        <path d="M9 2l6 6-6 6-6-6z" fill={INK.click} />
      </Key>
      {record && (
        <Key text="record sounded">
          <rect x="1" y="7" width="16" height="2" fill={INK.click} />
        </Key>
      )}
      <Key text="you, on it">
        <rect x="7.500" y="2" width="3.400" height="12" rx="1.700" fill={INK.player} />
      </Key>
      <Key text="early (left)">
        <rect x="12" y="2" width="3.400" height="12" rx="1.700" fill={INK.player} />
        <path d="M10 4l-6 4 6 4z" fill={INK.early} />
      </Key>
      <Key text="late (right)">
        <rect x="3" y="2" width="3.400" height="12" rx="1.700" fill={INK.player} />
        <path d="M8 4l6 4-6 4z" fill={INK.late} />
      </Key>
      <Key text="missed">
        <circle
          cx="9"
          cy="8"
          r="6"
          fill="none"
          stroke={INK.player}
          strokeWidth="1.600"
          strokeDasharray="2.400 2"
        />
      </Key>
      {silent && (
        <Key text="hatched: silent bar">
          <path d="M1 14L13 2M6 15L17 4M-1 9L7 1" stroke={INK.quiet} strokeWidth="1.600" />
        </Key>
      )}
    </Stack>
  );
}
