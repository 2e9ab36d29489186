/** The tempo desk: settle what the number means, then send it where it is played. */
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import {
  barSeconds,
  feltIn,
  marksNear,
  midiMicroseconds,
  settledObjections,
  settledSentence,
  wordsFor,
} from '@feldspar/core/reference';
import { type Tempo, meterName, saidIn, tempoName } from '@feldspar/core/time';
import { useState } from 'react';
import { Link } from 'react-router';
import { rehearAddress } from '../../addresses/rehear-address.ts';
import { LOCALE, fastSlow, oneDecimal, unbroken } from '../../text/text.ts';
import { useSettledSearch } from '../../parts/actions/useSettledSearch.ts';
import { DeviceCard } from './DeviceCard.tsx';
import { FootCard } from './FootCard.tsx';
import { LengthCard } from './LengthCard.tsx';
import { Meant } from './Meant.tsx';
import { MeterSelect } from './MeterSelect.tsx';
import { ModulationCard } from './ModulationCard.tsx';
import { Renotation } from './Renotation.tsx';
import { SendTo, useTargets } from './SendTo.tsx';
import { Stick } from './Stick.tsx';
import {
  type DeskState,
  atSpeed,
  clickOn,
  deskOfAddress,
  deskQuery,
  footOn,
} from '../../addresses/desk-state.ts';
import { lastDesk, rememberDesk } from '../../device/last-desk.ts';
import { type Target, targetOfAddress } from './target.ts';
import { useSend } from './useSend.ts';

export default function Desk() {
  // The address follows; the state leads, because an address changes a moment later than a field.
  const [search, showAddress] = useSettledSearch();
  const [state, setState] = useState(() => deskOfAddress(search.has('quarters') ? search : lastDesk(search)));
  const [target, setTarget] = useState(() => targetOfAddress(search));
  const targets = useTargets(target);
  const send = useSend();

  const keep = (next: DeskState, to: Target | null) => {
    const query = deskQuery(next);
    rememberDesk(query);
    if (to) query.set(to.kind, to.id);
    showAddress(query);
  };
  const change = (next: DeskState) => {
    setState(next);
    keep(next, target);
  };
  const sendTempo = (tempo: Tempo) => {
    if (targets.chosen) void send(tempo, targets.chosen);
  };
  const { at, click, meter } = state;
  const settled = { at, click, foot: at.beat, meter };
  const objections = settledObjections(settled);

  return (
    <Stack spacing={2.5} sx={{ maxWidth: 1240 }}>
      <Box>
        <Typography variant="h1">{unbroken(settledSentence(settled))}</Typography>
        <Typography sx={{ color: 'text.secondary', mt: 0.75 }}>{facts(state)}</Typography>
        {objections.length > 0 && (
          <Alert severity="warning" sx={{ mt: 1 }}>
            Nobody may feel it so: {objections.map(({ message }) => message).join('; ')}. Put the foot on
            another row.
          </Alert>
        )}
        <Stack
          direction="row"
          spacing={1.5}
          className="no-print"
          sx={{ flexWrap: 'wrap', alignItems: 'center', mt: 1.5 }}
        >
          <MeterSelect label="Meter" value={meter} onChange={(next) => change({ ...state, meter: next })} />
          <SendTo
            target={target}
            onChange={(next) => {
              setTarget(next);
              keep(state, next);
            }}
          />
          <Button variant="contained" onClick={() => sendTempo(at)} disabled={!targets.chosen}>
            Send {tempoName(at)}
          </Button>
        </Stack>
      </Box>
      <Box sx={{ ...COLUMN, flexDirection: { xs: 'column', lg: 'row' }, alignItems: { lg: 'flex-start' } }}>
        <Box sx={{ ...COLUMN, display: { xs: 'contents', lg: 'flex' }, flex: 1, minWidth: 0 }}>
          <Stick state={state} onChange={change} />
          <Box sx={{ ...COLUMN, order: { xs: 1, lg: 0 } }}>
            <FootCard foot={at.beat} onTempo={(tempo) => change(footOn(atSpeed(state, tempo), tempo.beat))} />
            <Onward at={at} click={click} />
            <Renotation at={at} />
            <ModulationCard
              at={at}
              meter={meter}
              onTake={(tempo, next) => change({ ...footOn(atSpeed(state, tempo), tempo.beat), meter: next })}
            />
          </Box>
        </Box>
        <Box sx={{ ...COLUMN, display: { xs: 'contents', lg: 'flex' }, width: { lg: 372 }, flexShrink: 0 }}>
          <Meant
            said={state.said}
            onSaid={(said) => change({ ...state, said })}
            target={targets.name}
            onShow={({ click: clicked, foot, tune }) =>
              change({
                ...clickOn(footOn(atSpeed(state, clicked), foot.beat), clicked.beat),
                meter: tune.meter,
              })
            }
            onSend={sendTempo}
          />
          <Box sx={{ ...COLUMN, order: { xs: 2, lg: 0 } }}>
            <LengthCard foot={at.beat} meter={meter} onTake={(tempo) => change(atSpeed(state, tempo))} />
            <DeviceCard at={at} />
          </Box>
        </Box>
      </Box>
    </Stack>
  );
}

/** Two columns on a wide screen; on a phone one, with the readings right below the stick. */
const COLUMN = { display: 'flex', flexDirection: 'column', gap: 2.5 } as const;

/** Where one goes on from here. */
function Onward({ at, click }: { at: Tempo; click: Tempo['beat'] }) {
  const clicks = saidIn(at, click).bpm;
  const query = new URLSearchParams({ note: at.beat.toFraction(), rate: at.bpm.toFraction() }).toString();
  return (
    <Box
      component="nav"
      aria-label="Onward"
      sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'center' }}
    >
      <Button component={Link} to={rehearAddress(clicks)} variant="outlined">
        Hear this click in other places
      </Button>
      <Button component={Link} to={`/desk/steps?${query}`} variant="outlined">
        Steps from this tempo to another
      </Button>
      <Button component={Link} to={`/desk/table?${query}`} variant="outlined">
        Tempo table to print
      </Button>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        In a MIDI file this tempo is {MICROSECONDS.format(midiMicroseconds(at))} µs a quarter.
      </Typography>
    </Box>
  );
}

const MICROSECONDS = new Intl.NumberFormat(LOCALE);

function facts({ at, meter }: DeskState): string {
  const bar = barSeconds(meter, at).valueOf();
  const words = wordsFor(at.bpm).map(({ word }) => word);
  const { nearest } = marksNear(at.bpm);
  const error = nearest.errorPercent.valueOf();
  return [
    `${meterName(meter)}, ${feltIn({ foot: at.beat, meter })}`,
    `a bar lasts ${oneDecimal(bar)} s, eight bars ${oneDecimal(8 * bar)} s`,
    ...(words.length > 0 ? [words.join(' or ')] : []),
    ...(error === 0
      ? ['a metronome’s usual mark']
      : Math.abs(error) < 10
        ? [`nearest usual mark ${nearest.mark}, ${fastSlow(error)}`]
        : []),
  ].join(' · ');
}
