/** How a take by microphone or MIDI was heard: what it can say, and what stood in its way. */
import Alert from '@mui/material/Alert';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { OVER_ROOM_DB } from '@feldspar/core/live';
import type { Listening, Take } from '@feldspar/core/take';
import { Link } from 'react-router';
import { SOUND_KIND_NAMES } from '../../text/input-words.ts';
import { oneDecimal, plural } from '../../text/text.ts';

export function HowHeard({ take }: { take: Take }) {
  const { listening } = take;
  if (!listening) return null;
  const warnings = warningsOf(listening);
  return (
    <Stack spacing={1}>
      {warnings.map((text) => (
        <Alert key={text} severity="warning">
          {text}
        </Alert>
      ))}
      {listening.latencyBy === 'browser' && (
        <Alert severity="info">
          The delay of this microphone was not measured, and the click was not heard in it. So whether you
          were early or late as a whole is only as sure as what the browser says; tempo, drift and steadiness
          are right. <Link to="/rig">Measure the delay</Link>
        </Alert>
      )}
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {factsOf(listening, take.latencyMs)}
      </Typography>
    </Stack>
  );
}

const MANY_CLIPPED = 3;

function warningsOf({ unplugged, clipped, peakDb, roomDb, lostBlocks, hidden }: Listening): string[] {
  return [
    ...(unplugged
      ? [
          'The microphone went away in the middle. What was played until then is here, and nothing else is counted.',
        ]
      : []),
    ...(clipped >= MANY_CLIPPED
      ? [`Too loud for the microphone ${plural(clipped, 'time')}: turn its level down, or step back.`]
      : []),
    ...(peakDb - roomDb < OVER_ROOM_DB
      ? [
          'The room was nearly as loud as the playing: soft notes may be missing. Come nearer to the microphone.',
        ]
      : []),
    ...(lostBlocks > 0
      ? ['The machine was too busy to take all of the sound in: short pieces of it are missing.']
      : []),
    ...(hidden > 0
      ? [
          `At ${plural(hidden, 'click')} something may lie under the click, too soft to be told from it; it is not counted. With headphones nothing is hidden.`,
        ]
      : []),
  ];
}

const LATENCY_BY: Record<Listening['latencyBy'], string> = {
  clicks: 'found by the click in this very take',
  loopback: 'measured under Sound and inputs',
  browser: 'as the browser says',
};

function factsOf({ device, kind, clicks, spoken = 0, latencyBy }: Listening, latencyMs: number): string {
  return [
    `Heard by ${device}`,
    ...(kind ? [`as ${SOUND_KIND_NAMES[kind]}`] : []),
    ...(spoken > 0 ? [`a voice left out (${plural(spoken, 'onset')})`] : []),
    ...(clicks > 0 ? [`${plural(clicks, 'click')} of ours taken out`] : []),
    `${oneDecimal(latencyMs)} ms on the way, ${LATENCY_BY[latencyBy]}`,
  ].join(' · ');
}
