/** An agenda: its stick of minutes, the session that runs on it, its items to be changed, and when it comes back. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type Agenda, lengthened, movedItem } from '@feldspar/core/planner';
import { CARE, agendaHeadline, sessionLine } from '@feldspar/core/words';
import { Suspense, lazy, useEffect, useState } from 'react';
import { useLocation, useNavigate, useParams } from 'react-router';
import { agendaAt } from '../../addresses/addresses.ts';
import { deleteThing, restoreThing, saveAgenda } from '../../data/changes.ts';
import { useAgendas, usePlayers, useSessions } from '../../data/hooks.ts';
import { useCurrentPlayerId } from '../../device/current-player.ts';
import { PrintButton } from '../../parts/actions/PrintButton.tsx';
import { KEY_SIGN, useKey } from '../../parts/actions/useKey.ts';
import { undoable } from '../../parts/actions/undoable.tsx';
import { Empty } from '../../parts/layout/Empty.tsx';
import { NotShown } from '../../parts/layout/NotShown.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { beginSession, placeOfSession, tellSession } from '../../parts/session/session-deeds.ts';
import { type Queue, leftText, useQueue } from '../../parts/session/useQueue.ts';
import { Coming } from './Coming.tsx';
import { Items } from './Items.tsx';
import { Stick } from './Stick.tsx';

const HandsFree = lazy(() => import('../../parts/hands-free/HandsFree.tsx'));

export default function AgendaScreen() {
  const { id = '' } = useParams();
  const { data, error } = useAgendas();
  const kept = data?.items.find((one) => one.id === id);
  if (kept) return <Shown key={id} id={id} kept={kept.document} />;
  if (!data && !error) return <ScreenSkeleton />;
  return <NotShown what="agenda" error={error} />;
}

function Shown({ id, kept }: { id: string; kept: Agenda }) {
  const [agenda, setAgenda] = useState(kept);
  const player = useCurrentPlayerId();
  const name = usePlayers().data?.items.find((one) => one.id === player)?.name;
  const any = useQueue();
  const queue = any?.running.session.agendaId === id ? any : null;
  const last = useSessions().data?.items.find(
    ({ document }) => document.agendaId === id && document.endedAt !== null,
  );
  const change = (next: Agenda) => {
    setAgenda(next);
    if (next.title.trim() !== '') void saveAgenda(id, next);
  };
  const items = queue ? queue.running.session.items.map(({ item }) => item) : agenda.items;
  return (
    <Page
      title={agendaHeadline(items)}
      intro={[agenda.title, ...(name ? [name] : []), ...(agenda.by ? [`by ${agenda.by}`] : [])].join(' · ')}
      actions={<AgendaActions id={id} agenda={agenda} />}
    >
      {/* On a phone the stick stands upright and is long: what can be done comes before it. */}
      <Box sx={{ display: 'flex', flexDirection: { xs: 'column-reverse', md: 'column' }, gap: 3 }}>
        <Stick
          items={items}
          did={queue?.running.session.items ?? null}
          at={queue ? queue.number - 1 : null}
          share={queue ? Math.min(1, 1 - queue.leftS / (60 * queue.on.item.minutes)) : 0}
          onMove={
            queue
              ? null
              : (key, to) =>
                  change(movedItem(agenda, key, to - agenda.items.findIndex((item) => item.key === key)))
          }
        />
        {queue ? <Running queue={queue} /> : <Begin id={id} agenda={agenda} other={any !== null} />}
      </Box>
      {!queue && last && <Typography>The last time: {sessionLine(last.document)}</Typography>}
      {!queue && (
        <>
          <TextField
            label="Title"
            value={agenda.title}
            error={agenda.title.trim() === ''}
            helperText={agenda.title.trim() === '' ? 'Give the agenda a title.' : undefined}
            onChange={({ target }) => change({ ...agenda, title: target.value.slice(0, 160) })}
            className="no-print"
            sx={{ maxWidth: 520 }}
          />
          <Items
            items={agenda.items}
            onMove={(key, by) => change(movedItem(agenda, key, by))}
            onLength={(item, by) =>
              change({
                ...agenda,
                items: agenda.items.map((one) => (one === item ? lengthened(item, by) : one)),
              })
            }
            onRemove={(item) => change({ ...agenda, items: agenda.items.filter((one) => one !== item) })}
            onBack={() => change(agenda)}
          />
          <Coming id={id} agenda={agenda} onChange={change} />
        </>
      )}
      <Typography variant="body2" sx={{ color: 'text.secondary', maxWidth: '72ch' }}>
        {CARE}
      </Typography>
    </Page>
  );
}

function Begin({ id, agenda, other }: { id: string; agenda: Agenda; other: boolean }) {
  const navigate = useNavigate();
  const player = useCurrentPlayerId();
  const begin = () => {
    const session = beginSession(agenda, id, player);
    void navigate(placeOfSession(session));
  };
  useKey('Enter', begin, !other);
  return other ? (
    <Empty>Another session is on: go on with it, or say that it is enough, before this one begins.</Empty>
  ) : (
    <Row noPrint>
      <Suspense>
        <HandsFree
          onAction={(deed) => (deed === 'start' || deed === 'again' || deed === 'next') && begin()}
          clap={null}
        />
      </Suspense>
      <Button variant="contained" size="large" onClick={begin}>
        Begin&ensp;{KEY_SIGN.Enter}
      </Button>
    </Row>
  );
}

/** The session that is on: what is next, and how it may be changed while it goes on. */
function Running({ queue }: { queue: Queue }) {
  const navigate = useNavigate();
  const { on, number, of, leftS, running } = queue;
  const { item, begunAt } = on;
  const isBreak = item.planId === undefined;
  const goOn = () => {
    if (isBreak) tellSession({ type: 'begin' });
    else void navigate(placeOfSession(running.session), { state: { go: true } });
  };
  const next = () => {
    const session = tellSession({ type: 'next' });
    if (session) void navigate(placeOfSession(session), { state: { go: true } });
  };
  const isResting = isBreak && begunAt !== null;
  const { state } = useLocation() as { state: { go?: boolean } | null };
  const restsNow = isBreak && begunAt === null && state?.go === true;
  useEffect(() => {
    // On from the item before: the break begins by itself.
    if (restsNow) tellSession({ type: 'begin' });
  }, [restsNow]);
  useKey('Enter', isResting ? next : goOn);
  useKey('n', next);
  return (
    <Box component="section" aria-label="Session">
      <Suspense>
        <HandsFree
          onAction={(deed) => {
            if (deed === 'next') next();
            else if (deed === 'enough') void tellSession({ type: 'enough' });
            else if (deed === 'start' || deed === 'again') (isResting ? next : goOn)();
          }}
          clap={null}
        />
      </Suspense>
      <Typography role="status" sx={{ fontSize: '1.15rem', mb: 1.5 }}>
        {number} of {of}: <b>{item.title}</b>
        {begunAt === null ? `, ${item.minutes} min` : `, ${leftText(leftS)}`}
        {isResting && leftS <= 0 && '. Come back when you are ready.'}
      </Typography>
      <Row noPrint>
        <Button variant="contained" size="large" onClick={isResting ? next : goOn}>
          {isResting ? 'On' : isBreak ? 'Rest now' : `Go on with ${item.title}`}&ensp;{KEY_SIGN.Enter}
        </Button>
        <Button variant="outlined" onClick={next}>
          Skip (N)
        </Button>
        <Button variant="outlined" onClick={() => void tellSession({ type: 'longer', minutes: 5 })}>
          Five minutes more
        </Button>
        <Button variant="outlined" onClick={() => void tellSession({ type: 'enough' })}>
          Enough for today
        </Button>
      </Row>
    </Box>
  );
}

function AgendaActions({ id, agenda }: { id: string; agenda: Agenda }) {
  const navigate = useNavigate();
  const remove = async () => {
    const done = await undoable({
      said: `Deleted: ${agenda.title}`,
      run: () => deleteThing('agenda', id, agenda.title),
      async undo() {
        await restoreThing('agenda', id, agenda.title);
        await navigate(agendaAt(id));
      },
    });
    if (done) await navigate('/planner');
  };
  return (
    <Row noPrint>
      <PrintButton />
      <Button onClick={() => void remove()}>Delete</Button>
    </Row>
  );
}
