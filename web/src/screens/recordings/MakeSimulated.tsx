/** A recording that nobody played: the stand-in for a microphone, to be looked at, and to be saved as a file. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { compile } from '@feldspar/core/plan';
import type { StrokeKind } from '@feldspar/core/players';
import { READY_PLANS } from '@feldspar/core/practice';
import { useState } from 'react';
import { Choice } from '../../parts/fields/Choice.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { SIMULATED_PLAYERS } from '../../parts/simulated/simulated-players.ts';
import { saveBlob } from '../../files/save-file.ts';
import { fileNameOf } from '../../files/file-name.ts';
import { STROKE_NAMES } from '../../text/input-words.ts';
import { simulateSound } from '../../workers/hear.ts';

const SOUNDS = Object.entries(STROKE_NAMES) as [StrokeKind, string][];
const CLICKS: [string, string][] = [
  ['none', 'headphones: not on it'],
  ['soft', 'softly on it'],
  ['loud', 'loudly on it'],
];
const CLICKS_DB: Record<string, number | null> = { none: null, soft: -12, loud: 0 };
const ROOMS: [string, string][] = [
  ['quiet', 'quiet room'],
  ['noisy', 'noisy, echoing room'],
];

interface MakeSimulatedProps {
  onMade(wav: () => Promise<Blob>, name: string, recordedAt: Date): Promise<void>;
}

export function MakeSimulated({ onMade }: MakeSimulatedProps) {
  const [planId, setPlanId] = useState(READY_PLANS[0].id);
  const [player, setPlayer] = useState(1);
  const [sound, setSound] = useState<StrokeKind>('clap');
  const [clicks, setClicks] = useState('soft');
  const [room, setRoom] = useState('quiet');
  const { plan } = READY_PLANS.find(({ id }) => id === planId) ?? READY_PLANS[0];
  const make = () =>
    simulateSound(plan, {
      traits: SIMULATED_PLAYERS[player].traits,
      seed: crypto.getRandomValues(new Uint16Array(1))[0],
      sound,
      clicksDb: CLICKS_DB[clicks],
      noiseDb: room === 'quiet' ? -60 : -42,
      echoS: room === 'quiet' ? 0.2 : 0.5,
      // No recorder's clock is exact.
      clockPpm: 38,
    });
  const name = `Simulated recording: ${plan.title}, ${SOUNDS.find(([key]) => key === sound)![1]}`;
  const minutes = Math.ceil(compile(plan).endS / 60);
  return (
    <Panel title="A simulated recording">
      <Row>
        <Choice
          label="Plan"
          value={planId}
          options={READY_PLANS.map(({ id, plan: { title } }) => [id, title] as const)}
          onChange={setPlanId}
          minWidth={200}
        />
        <Choice
          label="Player"
          value={player}
          options={SIMULATED_PLAYERS.map((one, i) => [i, one.name] as const)}
          onChange={setPlayer}
        />
        <Choice label="Sound" value={sound} options={SOUNDS} onChange={setSound} />
        <Choice label="The click" value={clicks} options={CLICKS} onChange={setClicks} minWidth={190} />
        <Choice label="Room" value={room} options={ROOMS} onChange={setRoom} minWidth={190} />
      </Row>
      <Row>
        <Button variant="outlined" sx={{ mt: 1.5 }} onClick={() => void onMade(make, name, new Date())}>
          Have it recorded
        </Button>
        <Button
          sx={{ mt: 1.5 }}
          onClick={() => void make().then((blob) => saveBlob(fileNameOf(plan, 'wav'), blob))}
        >
          Save it as a file
        </Button>
        <Typography variant="body2" sx={{ color: 'text.secondary', mt: 1.5 }}>
          Nobody plays here: a program does, for about {minutes} min of sound.
        </Typography>
      </Row>
    </Panel>
  );
}
