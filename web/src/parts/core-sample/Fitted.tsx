/** What is drawn as wide as the place it stands in. */
import Box from '@mui/material/Box';
import { type ReactNode, useRef } from 'react';
import { useWidth } from '../layout/useWidth.ts';

export function Fitted({ maxWidth, children }: { maxWidth: number; children: (width: number) => ReactNode }) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, maxWidth);
  return (
    // What is drawn in it never makes it wide, so that it follows when the window is made smaller.
    <Box ref={box} sx={{ width: '100%', contain: 'inline-size' }}>
      {width > 0 && children(width)}
    </Box>
  );
}
