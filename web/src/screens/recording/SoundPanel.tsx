/** The sound itself: how it is listened to, where it lies, and whether the studio keeps it. */
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import LinearProgress from '@mui/material/LinearProgress';
import Switch from '@mui/material/Switch';
import Typography from '@mui/material/Typography';
import { SOUND_KINDS, type SoundKind } from '@feldspar/core/hearing';
import { type Recording, SIDES } from '@feldspar/core/recordings';
import { useUploads } from '../../data/recordings.ts';
import { sendSound } from '../../data/uploads.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { megabytes, plural } from '../../text/text.ts';
import { SOUND_KIND_NAMES } from '../../text/input-words.ts';

const SIDE_NAMES: Record<(typeof SIDES)[number], string> = {
  mix: 'both sides',
  left: 'left',
  right: 'right',
};

interface SoundPanelProps {
  recording: Recording;
  /** In this browser. */
  here: boolean;
  /** In the studio; undefined while that is not known. */
  hash: string | null | undefined;
  onHear(how: { side: Recording['side']; kind: SoundKind }): void;
  onLetGo(): void;
  onVoice(counts: boolean): void;
}

export function SoundPanel({ recording, here, hash, onHear, onLetGo, onVoice }: SoundPanelProps) {
  const { id, side, heard, edits, sound } = recording;
  const { voice = [], spoken = [] } = heard;
  const upload = useUploads().get(id);
  return (
    <Panel title="Sound">
      <Row gap={1}>
        <Choice
          label="Heard as"
          value={heard.kind}
          options={SOUND_KINDS.map((kind) => [kind, SOUND_KIND_NAMES[kind]] as const)}
          onChange={(kind) => onHear({ side, kind })}
          minWidth={190}
        />
        {sound.channels > 1 && (
          <Choice
            label="Side"
            value={side}
            options={SIDES.map((one) => [one, SIDE_NAMES[one]] as const)}
            onChange={(one) => onHear({ side: one, kind: heard.kind })}
            minWidth={120}
          />
        )}
      </Row>
      {voice.length > 0 && (
        <FormControlLabel
          sx={{ mt: 1 }}
          control={
            <Switch checked={!edits.countsVoice} onChange={({ target }) => onVoice(!target.checked)} />
          }
          label={`Leave out the voice: ${plural(spoken.length, 'onset')} in ${plural(Math.round(lengthOf(voice)), 'second')}`}
        />
      )}
      <Typography variant="body2" sx={{ color: 'text.secondary', mt: 1.5 }}>
        {hash
          ? `The studio keeps it: ${megabytes(sound.bytes)}.`
          : here
            ? `It lies in this browser only: ${megabytes(sound.bytes)}.`
            : 'It is not here any more; the strokes that were heard are.'}
      </Typography>
      {upload && !upload.refused && (
        <>
          <Typography role="status" variant="body2">
            On its way: {megabytes(upload.received)} of {megabytes(upload.bytes)}
          </Typography>
          <LinearProgress
            variant="determinate"
            value={(100 * upload.received) / upload.bytes}
            aria-label="On its way"
          />
        </>
      )}
      {upload?.refused && <Alert severity="warning">{upload.refused}</Alert>}
      <Row gap={1}>
        {!hash && here && !upload && (
          <Button variant="outlined" sx={{ mt: 1 }} onClick={() => void sendSound(id)}>
            Keep it in the studio
          </Button>
        )}
        {hash && (
          <Button sx={{ mt: 1, color: 'text.secondary' }} onClick={onLetGo}>
            Let go of the sound
          </Button>
        )}
      </Row>
    </Panel>
  );
}

const lengthOf = (stretches: readonly { fromS: number; toS: number }[]) =>
  stretches.reduce((sum, { fromS, toS }) => sum + toS - fromS, 0);
