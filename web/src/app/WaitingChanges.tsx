/** What the server does not have yet: how much, what it is, why it waits; and what can be done when it cannot go on by itself. */
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { Plan } from '@feldspar/core/plan';
import { useState } from 'react';
import { changeOf } from '../data/outbox/change-of.ts';
import { Row } from '../parts/layout/Row.tsx';
import { giveUp, tryAgain } from '../data/outbox/outbox.ts';
import type { Waiting } from '../data/outbox/queue.ts';
import { useOutbox, useUnkept } from '../data/outbox/useOutbox.ts';
import { DARK } from '../theme/palette.ts';
import { saveFile } from '../files/save-file.ts';
import { shortDate } from '../text/text.ts';

export function WaitingChanges() {
  const waiting = useOutbox();
  const unkept = useUnkept();
  const [open, setOpen] = useState(false);
  if (waiting.length === 0) return null;
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
      <Dialog open={open} onClose={() => setOpen(false)} aria-labelledby="waiting-changes" maxWidth="md">
        <DialogTitle id="waiting-changes">{many} for the server</DialogTitle>
        <DialogContent>
          <Typography sx={{ mb: 1.5 }}>
            {unkept
              ? 'This browser keeps nothing, or has no room: what waits is only in this page. Leave it open until it is sent, or save it as a file.'
              : 'They are kept in this browser and sent as soon as the server takes them.'}
          </Typography>
          <Stack component="ul" spacing={2} sx={{ listStyle: 'none', p: 0, m: 0 }}>
            {waiting.map((change) => (
              <WaitingChange key={change.key} change={change} />
            ))}
          </Stack>
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setOpen(false)}>Close</Button>
        </DialogActions>
      </Dialog>
    </>
  );
}

function WaitingChange({ change }: { change: Waiting }) {
  const { said, at, state, reason, body } = change;
  return (
    <Box component="li" aria-label={said}>
      <Typography sx={{ fontWeight: 600 }}>{said}</Typography>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {shortDate(at)}
        {state === 'waiting' && reason && ` · tried: ${reason}`}
      </Typography>
      {state === 'refused' && <Alert severity="warning">The server cannot take it: {reason}</Alert>}
      {state === 'conflict' && <Conflict change={change} />}
      <Row gap={1}>
        {state !== 'conflict' && (
          <Button size="small" onClick={() => void tryAgain(change)}>
            Try again
          </Button>
        )}
        {body !== undefined && (
          <Button
            size="small"
            onClick={() => saveFile('change.json', 'application/json', JSON.stringify(body, null, 2))}
          >
            Save as a file
          </Button>
        )}
        <Button size="small" onClick={() => void giveUp(change)}>
          Give up
        </Button>
      </Row>
    </Box>
  );
}

/** It was changed elsewhere meanwhile: both are shown, and the person chooses. */
function Conflict({ change }: { change: Waiting }) {
  const { body, current, method, path } = change;
  const plan = method === 'PUT' && path.startsWith('/plans/');
  const stored = current as { revision?: number; document?: Plan } & Record<string, unknown>;
  const keepMine = () => {
    if (plan) return tryAgain(change, { on: stored.revision });
    const { was, ...mine } = body as Record<string, unknown> & { was?: object };
    return tryAgain(change, { body: { ...mine, was: { ...was, ...stored } } });
  };
  const keepBoth = async () => {
    const id = crypto.randomUUID();
    const mine = body as Plan;
    const title = `${mine.title}, the other one`.slice(0, 160);
    await tryAgain(change, { ...changeOf('PUT /plans/:id', id, change.said, { ...mine, title }), on: 0 });
  };
  return (
    <Alert severity="warning" sx={{ my: 0.5 }}>
      It was changed somewhere else meanwhile.
      <Box component="dl" sx={{ m: 0, '& dt': { fontWeight: 700 }, '& dd': { m: 0, mb: 0.5 } }}>
        <dt>Yours</dt>
        <dd>{plan ? planWords(body as Plan) : fieldWords(body as object, stored)}</dd>
        <dt>The other</dt>
        <dd>{plan ? planWords(stored.document) : fieldWords(stored, stored)}</dd>
      </Box>
      <Row gap={1}>
        <Button size="small" variant="outlined" onClick={() => void keepMine()}>
          Keep yours
        </Button>
        <Button size="small" variant="outlined" onClick={() => void giveUp(change)}>
          Keep the other
        </Button>
        {plan && (
          <Button size="small" variant="outlined" onClick={() => void keepBoth()}>
            Keep both
          </Button>
        )}
      </Row>
    </Alert>
  );
}

function planWords(plan: Plan | undefined): string {
  if (!plan) return 'a plan';
  const bars = plan.sections.reduce((sum, section) => sum + section.bars, 0);
  return `${plan.title}: ${plan.sections.length} ${plan.sections.length === 1 ? 'section' : 'sections'}, ${bars} bars`;
}

function fieldWords(values: object, fields: object): string {
  return Object.keys(fields)
    .map((name) => {
      const value = (values as Record<string, unknown>)[name];
      return typeof value === 'string' ? `“${value}”` : value === null ? 'nothing' : JSON.stringify(value);
    })
    .join(', ');
}
