/** A layer or a line: its name and words above its blanks. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';
import { Row } from '../../parts/layout/Row.tsx';
import { INK } from '../../theme/palette.ts';

interface PartCardProps {
  name: string;
  words: string;
  mark: 'click' | 'player';
  onCopy?(): void;
  onRemove(): void;
  children: ReactNode;
}

export function PartCard({ name, words, mark, onCopy, onRemove, children }: PartCardProps) {
  const act = (text: string, action: () => void) => (
    <Button size="small" aria-label={`${text} ${name}`} onClick={action} sx={{ px: 1 }}>
      {text}
    </Button>
  );
  return (
    <Box
      component="section"
      aria-label={name}
      sx={{ borderLeft: `4px solid ${INK[mark]}`, pl: 1.5, py: 0.25 }}
    >
      <Stack direction="row" spacing={1} sx={{ alignItems: 'center', flexWrap: 'wrap', mb: 0.5 }}>
        <Typography variant="h3">{name}</Typography>
        <Typography sx={{ flexGrow: 1, color: `var(--mui-palette-core-${mark})` }}>{words}</Typography>
        {onCopy && act('Copy', onCopy)}
        {act('Remove', onRemove)}
      </Stack>
      <Row align="flex-start">{children}</Row>
    </Box>
  );
}
