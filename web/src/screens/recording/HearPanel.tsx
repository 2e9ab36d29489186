/** Hearing a stretch: the chosen one, or on from the chosen stroke. */
import PlayIcon from '@mui/icons-material/PlayArrow';
import StopIcon from '@mui/icons-material/Stop';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { useEffect, useRef, useState } from 'react';
import type { Mark, Recording } from '@feldspar/core/recordings';
import { Choice } from '../../parts/fields/Choice.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { useKey } from '../../parts/actions/useKey.ts';
import type { SoundAt } from '../../workers/sound-bytes.ts';
import type { Stretch } from './Strata.tsx';
import { playStretch } from './play-stretch.ts';

const SPEEDS: [number, string][] = [
  [1, 'full speed'],
  [0.5, 'half speed'],
  [0.25, 'quarter speed'],
];

interface HearPanelProps {
  at: SoundAt;
  recording: Recording;
  marks: readonly Mark[];
  stretch: Stretch | null;
  fromS: number;
  /** What a click sounds on, in words. */
  on?: string;
  onPosition(timeS: number | null): void;
}

export function HearPanel({
  at,
  recording,
  marks,
  stretch,
  fromS,
  on = 'strokes',
  onPosition,
}: HearPanelProps) {
  const [speed, setSpeed] = useState(1);
  const [clicks, setClicks] = useState(false);
  const [stop, setStop] = useState<(() => void) | null>(null);
  const [error, setError] = useState<string | null>(null);
  const playing = useRef<(() => void) | null>(null);
  useEffect(() => () => playing.current?.(), []);
  const halt = () => {
    stop?.();
    playing.current = null;
    setStop(null);
  };
  const hear = async () => {
    setError(null);
    try {
      const end = await playStretch({
        at,
        side: recording.side,
        fromS: stretch?.fromS ?? Math.max(0, fromS),
        toS: stretch?.toS ?? recording.sound.durationS,
        speed,
        clicksS: clicks ? marks.map(({ timeS }) => timeS) : null,
        onPosition(timeS) {
          onPosition(timeS);
          if (timeS === null) setStop(null);
        },
      });
      playing.current = end.stop;
      setStop(() => end.stop);
    } catch (failure) {
      setError((failure as Error).message);
    }
  };
  const toggle = () => (stop ? halt() : void hear());
  useKey(' ', toggle);
  return (
    <Panel title="Hear">
      <Row gap={1}>
        <Button variant="outlined" startIcon={stop ? <StopIcon /> : <PlayIcon />} onClick={toggle}>
          {stop ? 'Stop' : stretch ? 'Hear the stretch' : 'Hear it'}
        </Button>
        <Choice label="Speed" value={speed} options={SPEEDS} onChange={setSpeed} minWidth={130} />
      </Row>
      <FormControlLabel
        control={<Switch checked={clicks} onChange={({ target }) => setClicks(target.checked)} />}
        label={`With a click on the ${on}`}
      />
      {error && <Alert severity="warning">{error}</Alert>}
    </Panel>
  );
}
