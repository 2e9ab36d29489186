/** A figure and what it is of. */
import Box from '@mui/material/Box';
import { DISPLAY_FACE } from '../../theme/theme.ts';

export function NumberFact({ name, value }: { name: string; value: string }) {
  return (
    <Box sx={{ display: 'flex', flexDirection: 'column-reverse' }}>
      <Box component="dt" sx={{ fontSize: '0.8rem', color: 'text.secondary', lineHeight: 1.2 }}>
        {name}
      </Box>
      <Box
        component="dd"
        sx={{ m: 0, fontFamily: DISPLAY_FACE, fontWeight: 700, fontSize: '1.25rem', lineHeight: 1.2 }}
      >
        {value}
      </Box>
    </Box>
  );
}
