/** The microphone: which one, what is played before it, whether it hears, and how long the way round is. */
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import LinearProgress from '@mui/material/LinearProgress';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { SoundKind } from '@feldspar/core/hearing';
import type { Levels, LevelTrouble } from '@feldspar/core/live';
import {
  ANY_MICROPHONE,
  changeRig,
  chooseMicrophone,
  loopbackOf,
  sayOfMicrophone,
  useRig,
} from '../../device/rig-store.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { SOUND_KIND_NAMES } from '../../text/input-words.ts';
import { longDate, oneDecimal, plural, whole } from '../../text/text.ts';
import { HeardPicture } from './HeardPicture.tsx';
import { useLoopback } from './useLoopback.ts';
import { useMicrophones } from './useMicrophones.ts';
import { type CheckState, type Checked, useMicrophoneCheck } from './useMicrophoneCheck.ts';

/** Of a choice: none in particular. A select shows no empty value. */
const ANY = 'any';
const KINDS: [string, string][] = [
  [ANY, 'told from the sound'],
  ...(Object.entries(SOUND_KIND_NAMES) as [SoundKind, string][]),
];

export function MicrophonePanel({ outputKey }: { outputKey: string | null }) {
  const { microphone, listensTo, keepsSound } = useRig();
  const simulated = listensTo === 'simulated microphone';
  const check = useMicrophoneCheck();
  const loopback = useLoopback();
  const { list, look } = useMicrophones();
  const known = list.some(({ id }) => id === microphone.id) || microphone.id === '';
  const options = [
    [ANY, ANY_MICROPHONE.label] as const,
    ...list.map(({ id, label }) => [id, label] as const),
    ...(known ? [] : [[microphone.id, `${microphone.label} (not plugged in)`] as const]),
  ];
  const measured = outputKey === null || simulated ? undefined : loopbackOf(outputKey, microphone.id);
  const busy = check.state.step !== 'idle' && check.state.step !== 'done';
  return (
    <Stack spacing={2}>
      <Row>
        {!simulated && (
          <Choice
            label="Microphone"
            value={microphone.id || ANY}
            options={options}
            onChange={(id) =>
              chooseMicrophone({
                id: id === ANY ? '' : id,
                label: options.find(([one]) => one === id)?.[1] ?? id,
              })
            }
            minWidth={230}
          />
        )}
        <Choice
          label="What is played before it"
          value={microphone.kind ?? ANY}
          options={KINDS}
          onChange={(kind) => sayOfMicrophone({ kind: kind === ANY ? null : (kind as SoundKind) })}
          minWidth={210}
        />
      </Row>
      <FormControlLabel
        control={<Switch checked={keepsSound} onChange={(_, on) => changeRig({ keepsSound: on })} />}
        label="Keep the sound of every take, as a recording (6 MB a minute, in this browser)"
      />
      <FormControlLabel
        control={
          <Switch
            checked={!microphone.countsVoice}
            onChange={(_, leavesOut) => sayOfMicrophone({ countsVoice: !leavesOut })}
          />
        }
        label="Leave out a voice that counts aloud (claps, taps, drums and plucked strings)"
      />
      <Row>
        <Button
          variant="outlined"
          onClick={() => {
            check.start();
            void look();
          }}
          disabled={busy || loopback.running}
        >
          Check the microphone
        </Button>
        <Button variant="outlined" onClick={loopback.start} disabled={busy || loopback.running}>
          Measure the delay
        </Button>
        {(busy || loopback.running) && (
          <Button onClick={busy ? check.cancel : loopback.cancel}>Cancel</Button>
        )}
      </Row>
      <Checking state={check.state} />
      {check.error !== null && <ErrorNotice error={check.error} />}
      {loopback.running && (
        <Typography role="status">
          Hold the microphone near the loudspeaker, or an earpiece, and be still: twenty clicks.
        </Typography>
      )}
      {loopback.result && <Round result={loopback.result} />}
      {loopback.error !== null && <ErrorNotice error={loopback.error} />}
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {simulated
          ? 'Of the simulated microphone nothing is kept: its delay is always the same.'
          : measured
            ? `The way round takes ${oneDecimal(measured.ms)} ms (${oneDecimal(measured.ci95[0])} to ${oneDecimal(measured.ci95[1])}, ${measured.n} clicks, ${longDate(measured.at)}). It is taken off, and no habit is in it.`
            : 'The delay was not measured with this microphone and this sound output. Where the click is heard in the take itself, it is found there.'}
      </Typography>
    </Stack>
  );
}

function Checking({ state }: { state: CheckState }) {
  if (state.step === 'idle') return null;
  if (state.step === 'opening')
    return <Typography role="status">The browser may ask whether the microphone may be used.</Typography>;
  if (state.step === 'done') return <Result checked={state.checked} />;
  return (
    <Stack spacing={1}>
      <Typography role="status" variant="h3" component="p">
        {state.step === 'room' ? 'Be still for two seconds.' : 'Now clap, or play one note, four times.'}
      </Typography>
      <Level levels={state.levels} />
    </Stack>
  );
}

/** From here to full level. */
const SHOWN_DB = 66;

function Level({ levels }: { levels: Levels }) {
  return (
    <LinearProgress
      variant="determinate"
      aria-label="Level"
      value={Math.max(0, Math.min(100, 100 * (1 + levels.levelDb / SHOWN_DB)))}
      color={levels.clipped > 0 ? 'error' : 'primary'}
      sx={{ height: 12, borderRadius: 1, maxWidth: 420 }}
    />
  );
}

const REMEDIES: Record<LevelTrouble | 'unheard', string> = {
  dead: 'The microphone gives nothing at all: it may be switched off, or muted in the system.',
  clipping: 'Too loud: the sound is cut off. Turn the microphone’s level down in the system, or step back.',
  noisy:
    'The room is too loud beside the playing: soft notes would be lost. Come nearer, or make the room quieter.',
  soft: 'Very soft: turn the microphone’s level up in the system, or come nearer. What is loud enough is heard all the same.',
  unheard: 'No note was heard. Play nearer to the microphone, or say what is played before it.',
};

function Result({ checked }: { checked: Checked }) {
  const { trouble, kind, places, levels } = checked;
  return (
    <Stack spacing={1.5}>
      <HeardPicture outline={checked.outline} places={places} />
      <Alert severity={trouble === null ? 'success' : 'warning'}>
        {checked.label}: {plural(places.length, 'note')} heard
        {kind ? `, as ${SOUND_KIND_NAMES[kind]}` : ''}. The room is {whole(-levels.roomDb)} dB under full
        level, the loudest {whole(-levels.peakDb)}.{' '}
        {trouble === null ? 'That is good to play with.' : REMEDIES[trouble]}
      </Alert>
    </Stack>
  );
}

function Round({ result }: { result: NonNullable<ReturnType<typeof useLoopback>['result']> }) {
  if (result.ms === null)
    return (
      <Alert severity="warning">
        {result.why === 'unheard'
          ? 'The clicks were not heard. Bring the microphone nearer to the loudspeaker, turn the sound up a little, and measure again.'
          : 'The clicks came back at uneven times. Close what else is running and measure again.'}
      </Alert>
    );
  return (
    <Alert severity="success">
      From the loudspeaker into the microphone and back here: {oneDecimal(result.ms)} ms (
      {oneDecimal(result.ci95[0])} to {oneDecimal(result.ci95[1])}, {result.n} clicks).
    </Alert>
  );
}
