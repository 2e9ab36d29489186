/** The planner: minutes and a purpose become an agenda of what is due; agendas that were made, and what became of them. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type Agenda, SESSION_MINUTES, dueOf, oneClickAgenda, proposeAgenda } from '@feldspar/core/planner';
import { type Tempo, inTenths } from '@feldspar/core/time';
import { CARE, agendaHeadline, sessionLine } from '@feldspar/core/words';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { agendaAt } from '../../addresses/addresses.ts';
import { saveAgenda } from '../../data/changes.ts';
import { useAgendas, usePlans, useSessions } from '../../data/hooks.ts';
import { useCurrentPlayerId } from '../../device/current-player.ts';
import { useOnce } from '../../parts/actions/useOnce.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { TypedField, wholeFrom } from '../../parts/fields/TypedField.tsx';
import { Empty } from '../../parts/layout/Empty.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { List, ListItem } from '../../parts/layout/List.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { dayOf } from '../../parts/practised/past-takes.ts';
import { useStanding, useWeeks } from '../../parts/practised/useWeeks.ts';
import { TempoField } from '../../parts/tempo/TempoField.tsx';
import { LOCALE, longDate } from '../../text/text.ts';
import { agendaOf } from './agenda-of.ts';

const PURPOSES = [
  ['rotation', 'Rotation: fresh ears, nothing longer than a quarter of an hour'],
  ['depth', 'Depth: one thing from several sides'],
  ['date', 'A date by which a tempo must stand'],
] as const;
type Purpose = (typeof PURPOSES)[number][0];

const DAY_MS = 86_400_000;
const MOST_SESSIONS = 8;
const WEEKDAY = new Intl.DateTimeFormat(LOCALE, { weekday: 'long' });
const readMinutes = wholeFrom(SESSION_MINUTES.least, SESSION_MINUTES.most);
const readRate = wholeFrom(10, 240);

export default function Planner() {
  const agendas = useAgendas();
  const player = useCurrentPlayerId();
  const sessions = (useSessions().data?.items ?? []).filter(({ document }) => document.playerId === player);
  return (
    <Page
      title="Plan a session"
      intro="Say how long and what for: what is due comes from your path and your takes. Everything in it can be moved, skipped, made longer or shorter."
    >
      {agendas.error !== undefined && <ErrorNotice error={agendas.error} />}
      <Box
        sx={{
          display: 'grid',
          gap: 2,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1.6fr) minmax(0, 1fr)' },
          alignItems: 'start',
        }}
      >
        <NewAgenda />
        <OneClick />
      </Box>
      <Box component="section" aria-label="Agendas">
        <Typography variant="h2" sx={{ mb: 1 }}>
          Agendas
        </Typography>
        {agendas.data?.items.length === 0 && <Empty>None yet. Plan one above, and it stays here.</Empty>}
        <List label="Agendas">
          {agendas.data?.items.map(({ id, document }) => (
            <ListItem key={id}>
              <Typography
                component={Link}
                to={agendaAt(id)}
                sx={{ fontWeight: 600, color: 'text.primary', textUnderlineOffset: 3 }}
              >
                {document.title}
              </Typography>
              <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                {agendaHeadline(document.items)}
                {document.recurring && ` Comes back at ${document.recurring.at}.`}
              </Typography>
            </ListItem>
          ))}
        </List>
      </Box>
      {sessions.length > 0 && (
        <Box component="section" aria-label="What became of them">
          <Typography variant="h2" sx={{ mb: 1 }}>
            What became of them
          </Typography>
          <List label="Sessions">
            {sessions.slice(0, MOST_SESSIONS).map(({ id, document }) => (
              <ListItem key={id}>
                <Typography sx={{ fontWeight: 600 }}>
                  {document.title}, {longDate(document.startedAt)}
                </Typography>
                <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                  {sessionLine(document)}
                </Typography>
              </ListItem>
            ))}
          </List>
        </Box>
      )}
      <Typography variant="body2" sx={{ color: 'text.secondary', maxWidth: '72ch' }}>
        {CARE}
      </Typography>
    </Page>
  );
}

/** Keeps it, and opens it. */
function useMake(): { run: (agenda: Agenda) => Promise<void>; running: boolean } {
  const navigate = useNavigate();
  return useOnce(async (agenda: Agenda) => {
    const id = crypto.randomUUID();
    await saveAgenda(id, agenda);
    await navigate(agendaAt(id));
  });
}

function NewAgenda() {
  const weeks = useWeeks(useCurrentPlayerId());
  const { suggestion, past, walked, walk, takes, known } = weeks;
  const standing = useStanding(walked?.path, past, walk);
  const plans = usePlans().data?.items;
  const [minutes, setMinutes] = useState(45);
  const [purpose, setPurpose] = useState<Purpose>('rotation');
  const [breaks, setBreaks] = useState(true);
  const [now] = useState(() => new Date());
  const [by, setBy] = useState(() => dayOf(new Date(now.getTime() + 14 * DAY_MS)));
  const [goal, setGoal] = useState<Tempo | null>(null);
  const make = useMake();
  const today = dayOf(now);
  const titleOf = (planId: string) => plans?.find(({ id }) => id === planId)?.title ?? null;
  const due = dueOf(suggestion, standing, past, titleOf, today);
  const [first] = due;
  const wanted = goal ?? (first && inTenths(first.tempo, 11));
  const isPast = purpose === 'date' && by < today;
  const propose = () => {
    const days = Math.round((Date.parse(by) - Date.parse(today)) / DAY_MS);
    const wish = purpose === 'date' ? ({ purpose, goal: wanted, days } as const) : ({ purpose } as const);
    const holdBeats = takes?.find(({ figures }) => figures?.holdBeats != null)?.figures?.holdBeats ?? null;
    const items = proposeAgenda({ minutes, breaks }, wish, due, holdBeats);
    const title = `${WEEKDAY.format(now)}, ${purpose === 'date' ? `${first.title} by ${by}` : purpose}`;
    void make.run(agendaOf(title.slice(0, 160), purpose, items, purpose === 'date' ? by : undefined));
  };
  return (
    <Panel title="Time and purpose">
      <Row align="flex-start">
        <TypedField
          label="Minutes"
          value={minutes}
          show={String}
          read={readMinutes}
          onChange={setMinutes}
          width={110}
        />
        <Choice label="What for" value={purpose} options={PURPOSES} onChange={setPurpose} minWidth={280} />
        <FormControlLabel
          control={<Checkbox checked={breaks} onChange={({ target }) => setBreaks(target.checked)} />}
          label="With breaks"
        />
      </Row>
      {purpose === 'date' && wanted && (
        <Box sx={{ mt: 2 }}>
          <Row align="flex-start">
            <TextField
              type="date"
              label="Must stand by"
              value={by}
              error={isPast}
              helperText={isPast ? 'That day is over: choose one to come.' : undefined}
              onChange={({ target }) => target.value && setBy(target.value)}
              slotProps={{ inputLabel: { shrink: true } }}
            />
            <TempoField of="Must stand" value={wanted} onChange={setGoal} />
          </Row>
        </Box>
      )}
      {known && due.length > 0 && (
        <Typography variant="body2" sx={{ color: 'text.secondary', my: 1.5 }}>
          Due: {due.map(({ title }) => title).join(' · ')}
        </Typography>
      )}
      <Button
        variant="contained"
        disabled={make.running || !known || due.length === 0 || isPast}
        onClick={propose}
      >
        Plan it
      </Button>
    </Panel>
  );
}

/** One setting for two hours: ready made. */
function OneClick() {
  const [rate, setRate] = useState(80);
  const make = useMake();
  return (
    <Panel title="Two hours from one click">
      <Typography sx={{ mb: 1.5 }}>
        The click is set once and never touched: every quarter of an hour it is heard somewhere else.
      </Typography>
      <Row align="flex-start">
        <TypedField
          label="Clicks a minute"
          value={rate}
          show={String}
          read={readRate}
          onChange={setRate}
          width={150}
        />
        <Button
          variant="outlined"
          disabled={make.running}
          onClick={() =>
            void make.run(agendaOf(`Two hours from one click at ${rate}`, 'rotation', oneClickAgenda(rate)))
          }
        >
          Make the two hours
        </Button>
      </Row>
    </Panel>
  );
}
