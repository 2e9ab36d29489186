/** What the server does not have yet: how much it is, and the way to what can be done about it. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { lazy, useEffect, useState } from 'react';
import type { Waiting } from '../data/outbox/queue.ts';
import { useOutbox } from '../data/outbox/useOutbox.ts';
import { DARK } from '../theme/palette.ts';
import { Piece } from './Piece.tsx';
import { loadWaitingDialog } from './frame-pieces.ts';

const WaitingDialog = lazy(loadWaitingDialog);

export function WaitingChanges() {
  const waiting = useOutbox();
  return waiting.length > 0 && <Some waiting={waiting} />;
}

/** Begins anew with what waits next: a dialog that was open when all was sent does not open by itself. */
function Some({ waiting }: { waiting: readonly Waiting[] }) {
  const [open, setOpen] = useState(false);
  // Where things wait the server may be about to go away, and with it the code that shows them.
  useEffect(() => void loadWaitingDialog().catch(() => undefined), []);
  const stuck = waiting.filter(({ state }) => state !== 'waiting').length;
  const many = `${waiting.length} ${waiting.length === 1 ? 'change waits' : 'changes wait'}`;
  return (
    <>
      <Box
        role="status"
        // On a phone it has a line of its own above the places.
        sx={{
          px: { xs: 1, md: 2.5 },
          py: { xs: 0.5, md: 1 },
          width: { xs: '100%', md: 'auto' },
          order: { xs: -1, md: 0 },
        }}
      >
        <Button
          size="small"
          onClick={() => setOpen(true)}
          sx={{
            color: DARK.late,
            p: 0,
            textAlign: 'left',
            textDecoration: 'underline',
            textUnderlineOffset: 3,
          }}
        >
          {many}
          {stuck > 0 && `, ${stuck} for you`}
        </Button>
      </Box>
      <Piece>{open && <WaitingDialog waiting={waiting} many={many} onClose={() => setOpen(false)} />}</Piece>
    </>
  );
}
