/** When an agenda comes back: weekdays, a time on the clock of a place, an alarm; saved as iCalendar, or subscribed to. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { type Agenda, type Recurring, WEEKDAYS, type Weekday } from '@feldspar/core/planner';
import { Choice } from '../../parts/fields/Choice.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { dayOf } from '../../parts/practised/past-takes.ts';

const NAMES: Readonly<Record<Weekday, string>> = {
  ...{ MO: 'Monday', TU: 'Tuesday', WE: 'Wednesday', TH: 'Thursday' },
  ...{ FR: 'Friday', SA: 'Saturday', SU: 'Sunday' },
};
const NO_ALARM = -1;
const ALARMS: [number, string][] = [
  [NO_ALARM, 'no alarm'],
  [0, 'when it begins'],
  [10, '10 minutes before'],
  [30, 'half an hour before'],
];

interface ComingProps {
  id: string;
  agenda: Agenda;
  onChange(agenda: Agenda): void;
}

export function Coming({ id, agenda, onChange }: ComingProps) {
  const { recurring } = agenda;
  const say = (next: Recurring | undefined) => onChange({ ...agenda, recurring: next });
  const begin = () => {
    const { timeZone } = Intl.DateTimeFormat().resolvedOptions();
    say({ days: ['MO', 'WE', 'FR'], at: '17:00', zone: timeZone, from: dayOf(new Date()) });
  };
  const address = `/api/agendas/${id}/calendar`;
  return (
    <Panel title="Put it in the calendar">
      {!recurring ? (
        <>
          <Typography sx={{ mb: 1.5 }}>
            It can come back every week, with an alarm, in any calendar program.
          </Typography>
          <Button variant="outlined" onClick={begin}>
            It comes back
          </Button>
        </>
      ) : (
        <>
          <Box component="fieldset" sx={{ border: 0, p: 0, m: 0, mb: 1.5 }}>
            <Box component="legend" sx={{ p: 0 }}>
              On which days
            </Box>
            {WEEKDAYS.map((day) => {
              const isOn = recurring.days.includes(day);
              return (
                <FormControlLabel
                  key={day}
                  control={
                    <Checkbox
                      checked={isOn}
                      // The last one stays: no day at all is none that comes back.
                      disabled={isOn && recurring.days.length === 1}
                      onChange={() =>
                        say({
                          ...recurring,
                          days: WEEKDAYS.filter((one) => (one === day) !== recurring.days.includes(one)),
                        })
                      }
                    />
                  }
                  label={NAMES[day]}
                />
              );
            })}
          </Box>
          <Row align="flex-start">
            <TextField
              type="time"
              label="At"
              value={recurring.at}
              onChange={({ target }) => target.value && say({ ...recurring, at: target.value })}
              slotProps={{ inputLabel: { shrink: true } }}
            />
            <TextField
              type="date"
              label="From"
              value={recurring.from}
              onChange={({ target }) => target.value && say({ ...recurring, from: target.value })}
              slotProps={{ inputLabel: { shrink: true } }}
            />
            <TextField
              type="date"
              label="Until (or for ever)"
              value={recurring.until ?? ''}
              onChange={({ target }) => say({ ...recurring, until: target.value || undefined })}
              slotProps={{ inputLabel: { shrink: true } }}
            />
            <Choice
              label="Alarm"
              value={recurring.alarmMinutes ?? NO_ALARM}
              options={ALARMS}
              onChange={(minutes) =>
                say({
                  ...recurring,
                  alarmMinutes: Number(minutes) === NO_ALARM ? undefined : Number(minutes),
                })
              }
            />
          </Row>
          <Typography variant="body2" sx={{ color: 'text.secondary', my: 1.5 }}>
            On the clocks of {recurring.zone}. A calendar program on this computer can subscribe to{' '}
            <Box component="code" sx={{ overflowWrap: 'anywhere' }}>
              {window.location.origin}
              {address}
            </Box>
          </Typography>
          <Row noPrint>
            <Button variant="outlined" component="a" href={address} download="feldspar-practice.ics">
              Save as iCalendar
            </Button>
            <Button onClick={() => say(undefined)}>It does not come back</Button>
          </Row>
        </>
      )}
    </Panel>
  );
}
