/** A plan to play along with the record: which bars, what is played, and whether the record falls silent. */
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import Typography from '@mui/material/Typography';
import { barsOf, steadyTempo } from '@feldspar/core/beat-map';
import { type AlongNotes, type AlongWay, playAlongPlan } from '@feldspar/core/practice';
import type { Recording } from '@feldspar/core/recordings';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { planAt } from '../../addresses/addresses.ts';
import { savePlan } from '../../data/changes.ts';
import { useOnce } from '../../parts/actions/useOnce.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { TypedField, wholeFrom } from '../../parts/fields/TypedField.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Row } from '../../parts/layout/Row.tsx';

const WAYS: readonly (readonly [AlongWay, string])[] = [
  ['two of eight', 'six bars of it, two silent'],
  ['growing silence', 'longer and longer silences'],
  ['joining in', 'listen for eight bars, then join in'],
  ['with it', 'with it all the way'],
];
const NOTES: readonly (readonly [AlongNotes, string])[] = [
  ['beats', 'every beat'],
  ['eighths', 'twice a beat'],
  ['backbeat', 'the backbeat'],
  ['ones', 'the one of every bar'],
];
const TAKES = [
  ['both', 'record and click'],
  ['record', 'the record only'],
] as const;

/** More than there are means all that there are. */
const MOST_BARS = 9999;
const MOST_TIMES = 32;
const WHOLE = 'the bars below';

interface PlayAlongPanelProps {
  recording: Recording;
  map: NonNullable<Recording['beatMap']>;
}

export function PlayAlongPanel({ recording, map }: PlayAlongPanelProps) {
  const navigate = useNavigate();
  const all = barsOf(map).length;
  const [way, setWay] = useState<AlongWay>('two of eight');
  const [notes, setNotes] = useState<AlongNotes>('beats');
  const [takes, setTakes] = useState<'record' | 'both'>('both');
  const [withClick, setWithClick] = useState(false);
  const [fromBar, setFromBar] = useState(1);
  const [count, setCount] = useState<number | null>(null);
  const [times, setTimes] = useState(1);
  const parts = map.parts ?? [];
  const part = parts.find((one) => one.fromBar === fromBar && one.bars === count)?.name ?? WHOLE;
  const bars = Math.min(count ?? all, all - fromBar + 1);
  const { run: make, running } = useOnce(async () => {
    const id = crypto.randomUUID();
    const { id: recordingId, name } = recording;
    const title = name.replace(/\.\w{2,4}$/, '');
    const choice = { times, recordingId, name: title, map, fromBar, bars, way, notes, takes, withClick };
    await savePlan(id, playAlongPlan(choice), 0);
    await navigate(planAt(id));
  });
  const isSilent = way === 'two of eight' || way === 'growing silence';
  const steady = steadyTempo(map.beats);
  return (
    <Panel title="Play along">
      <Row gap={1.5}>
        <Choice label="How" value={way} options={WAYS} onChange={setWay} minWidth={230} />
        <Choice label="You play" value={notes} options={NOTES} onChange={setNotes} minWidth={160} />
        {isSilent && withClick && (
          <Choice label="Silent is" value={takes} options={TAKES} onChange={setTakes} minWidth={160} />
        )}
        {parts.length > 0 && (
          <Choice
            label="Part"
            value={part}
            options={[WHOLE, ...new Set(parts.map(({ name }) => name))].map((name) => [name, name] as const)}
            onChange={(name) => {
              const chosen = parts.find((one) => one.name === name);
              setFromBar(chosen?.fromBar ?? 1);
              setCount(chosen?.bars ?? null);
            }}
            minWidth={130}
          />
        )}
        <TypedField
          label="From bar"
          value={Math.min(fromBar, Math.max(1, all))}
          show={String}
          read={wholeFrom(1, Math.max(1, all))}
          onChange={setFromBar}
          width={100}
        />
        <TypedField
          label="Bars"
          value={bars}
          show={String}
          read={wholeFrom(1, MOST_BARS)}
          onChange={setCount}
          width={100}
        />
        <TypedField
          label="Times"
          value={times}
          show={String}
          read={wholeFrom(1, MOST_TIMES)}
          onChange={setTimes}
          width={100}
        />
      </Row>
      <FormControlLabel
        control={<Switch checked={withClick} onChange={({ target }) => setWithClick(target.checked)} />}
        label="A click on every beat besides"
      />
      <Row gap={1.5}>
        <Button variant="contained" disabled={running || all === 0} onClick={() => void make()}>
          Make the plan
        </Button>
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {steady?.isSteady
            ? 'The record keeps one tempo, so the plan says that tempo.'
            : 'The plan follows the record’s own tempo.'}
        </Typography>
      </Row>
      <Typography variant="body2" sx={{ color: 'text.secondary', mt: 1.5 }}>
        The sound stays on this computer. The rights in a record are yours to see to. Mind your ears: begin
        softly, and ask a professional where they ring.
      </Typography>
    </Panel>
  );
}
