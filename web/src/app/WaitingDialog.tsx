/** What the server does not have yet, one by one: what it is, why it waits, and what can be done when it cannot go on by itself. */
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
import { changeOf } from '../data/outbox/change-of.ts';
import { giveUp, tryAgain } from '../data/outbox/outbox.ts';
import type { Waiting } from '../data/outbox/queue.ts';
import { useUnkept } from '../data/outbox/useOutbox.ts';
import { saveFile } from '../files/save-file.ts';
import { Row } from '../parts/layout/Row.tsx';
import { shortDate } from '../text/text.ts';

interface Props {
  waiting: readonly Waiting[];
  /** How many, in words. */
  many: string;
  onClose(): void;
}

export default function WaitingDialog({ waiting, many, onClose }: Props) {
  const unkept = useUnkept();
  return (
    <Dialog open onClose={onClose} aria-labelledby="waiting-changes" maxWidth="md">
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
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
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
