/** A record that nobody made: the stand-in for a record of the player's own, whose beats can then be found. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { RecordFacts } from '@feldspar/core/recordings';
import { useState } from 'react';
import { Choice } from '../../parts/fields/Choice.tsx';
import { TypedField, numberFrom } from '../../parts/fields/TypedField.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { makeRecord } from '../../workers/hear.ts';

const FORM: RecordFacts['parts'] = [
  { name: 'intro', bars: 4, feel: 'no drums' },
  { name: 'verse', bars: 8 },
  { name: 'chorus', bars: 8 },
  { name: 'bridge', bars: 4, feel: 'half' },
  { name: 'chorus', bars: 8 },
];

const TEMPOS: Record<string, [string, Partial<RecordFacts>]> = {
  wanders: ['wanders a little', { wanderPercent: 1, wanderBeats: 96 }],
  steady: ['steady', { looseMs: 2 }],
  faster: ['gets faster', { gainsPercent: 6 }],
};
const METERS = [
  [4, 'four'],
  [3, 'three'],
] as const;

interface MakeRecordProps {
  onMade(wav: () => Promise<Blob>, name: string): Promise<void>;
}

export function MakeRecord({ onMade }: MakeRecordProps) {
  const [bpm, setBpm] = useState(104);
  const [beatsPerBar, setBeatsPerBar] = useState<number>(4);
  const [tempo, setTempo] = useState('wanders');
  const [words, change] = TEMPOS[tempo];
  const make = () =>
    makeRecord({
      ...{ bpm, beatsPerBar, parts: FORM, ...change },
      seed: crypto.getRandomValues(new Uint16Array(1))[0],
    });
  return (
    <Panel title="A made-up record">
      <Row>
        <TypedField
          label="Beats a minute"
          value={bpm}
          show={String}
          read={numberFrom(50, 200)}
          onChange={setBpm}
          width={140}
        />
        <Choice label="Meter" value={beatsPerBar} options={METERS} onChange={setBeatsPerBar} minWidth={110} />
        <Choice
          label="Its tempo"
          value={tempo}
          options={Object.entries(TEMPOS).map(([key, [text]]) => [key, text] as const)}
          onChange={setTempo}
          minWidth={170}
        />
      </Row>
      <Row>
        <Button
          variant="outlined"
          sx={{ mt: 1.5 }}
          onClick={() => void onMade(make, `Made-up record, ${beatsPerBar} at ${bpm}, ${words}`)}
        >
          Make the record
        </Button>
        <Typography variant="body2" sx={{ color: 'text.secondary', mt: 1.5 }}>
          A program plays drums, bass and chords: something to play along with where no record is at hand.
        </Typography>
      </Row>
    </Panel>
  );
}
