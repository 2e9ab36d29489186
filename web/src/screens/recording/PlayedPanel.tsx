/** What was played: a plan, or freely; and where it begins. */
import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import type { PlayedTo, PlayedToPlan } from '@feldspar/core/recordings';
import { fractionText, tempo } from '@feldspar/core/time';
import type { PlanItem } from '@feldspar/core/wire';
import { usePlans } from '../../data/hooks.ts';
import { TypedField, numberFrom, wholeFrom } from '../../parts/fields/TypedField.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { TempoField } from '../../parts/tempo/TempoField.tsx';

const FREE = { id: '', title: 'Nothing: free playing' };
type Choice = Pick<PlanItem, 'id' | 'title'>;

interface PlayedPanelProps {
  played: PlayedTo;
  /** Looking for a plan on the recording. */
  busy: string | null;
  /** The beat of free playing as it was found, in a minute. */
  foundBpm: number | null;
  onPlan(id: string | null): void;
  onChange(played: PlayedTo, step?: string): void;
}

export function PlayedPanel({ played, busy, foundBpm, onPlan, onChange }: PlayedPanelProps) {
  const plans = usePlans().data?.items ?? [];
  const options: Choice[] = [FREE, ...plans];
  const id = played.to === 'plan' ? (played.planId ?? 'own') : '';
  const value = options.find((one) => one.id === id) ?? {
    id,
    title: played.to === 'plan' ? played.plan.title : '',
  };
  return (
    <Panel title="What was played">
      <Autocomplete
        options={options}
        getOptionLabel={({ title }) => title}
        getOptionKey={(option) => option.id}
        isOptionEqualToValue={(a, b) => a.id === b.id}
        value={value}
        disableClearable
        // The keys of the strokes work again.
        blurOnSelect
        onChange={(_, chosen) => onPlan(chosen.id || null)}
        renderInput={(params) => <TextField {...params} label="Played to" />}
      />
      {busy && (
        <Typography role="status" sx={{ mt: 1 }}>
          {busy}
        </Typography>
      )}
      {played.to === 'plan' ? (
        <Start played={played} onChange={onChange} />
      ) : (
        <Free played={played} foundBpm={foundBpm} onChange={onChange} />
      )}
    </Panel>
  );
}

const NUDGE_S = 0.01;

function Start({ played, onChange }: { played: PlayedToPlan; onChange: PlayedPanelProps['onChange'] }) {
  const begin = (startS: number) =>
    onChange({ ...played, startS: Number(startS.toFixed(6)), foundBy: 'hand', sure: true }, 'start');
  return (
    <Box sx={{ mt: 1.5 }}>
      <TypedField
        label="It begins at (s)"
        value={played.startS}
        show={(seconds) => seconds.toFixed(3)}
        read={numberFrom(-3600, 14_400)}
        onChange={begin}
        width={140}
      />
      <Row gap={0.5}>
        <Button size="small" onClick={() => begin(played.startS - NUDGE_S)}>
          10 ms earlier
        </Button>
        <Button size="small" onClick={() => begin(played.startS + NUDGE_S)}>
          10 ms later
        </Button>
      </Row>
    </Box>
  );
}

interface FreeProps {
  played: Extract<PlayedTo, { to: 'nothing' }>;
  foundBpm: number | null;
  onChange: PlayedPanelProps['onChange'];
}

function Free({ played, foundBpm, onChange }: FreeProps) {
  const near = played.near ?? { bpm: String(Math.round(foundBpm ?? 100)), beat: '1/4' };
  return (
    <Box sx={{ mt: 1.5 }}>
      <Typography variant="body2" sx={{ color: 'text.secondary', mb: 1.25 }}>
        About as fast as
      </Typography>
      <TempoField
        value={tempo(near.bpm, near.beat)}
        onChange={({ bpm, beat }) =>
          onChange({ ...played, near: { bpm: fractionText(bpm), beat: fractionText(beat) } }, 'near')
        }
      />
      <Box sx={{ height: 12 }} />
      <Row gap={1} align="baseline">
        <TypedField
          label="Beats a bar"
          value={played.beatsPerBar}
          show={String}
          read={wholeFrom(1, 32)}
          onChange={(beatsPerBar) => onChange({ ...played, beatsPerBar, downbeat: null }, 'bar')}
        />
        {played.near && <Button onClick={() => onChange({ ...played, near: null })}>Find the tempo</Button>}
      </Row>
    </Box>
  );
}
