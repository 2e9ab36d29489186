/** The same plan at several tempos, as files in one ZIP: for a player that only plays files. */
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { MOST_IN_SET, type SetMember, tempoSet } from '@feldspar/core/formats';
import type { WavForm } from '@feldspar/core/wav';
import { type Plan, planTempo } from '@feldspar/core/plan';
import { readRate } from '@feldspar/core/reference';
import { Fraction, nameOfLength } from '@feldspar/core/time';
import { useState } from 'react';
import { saveMidiSet, saveWavSet } from '../../parts/exporting/save-set.ts';
import type { Writing } from '../../parts/exporting/useWriting.ts';
import { NumberText } from '../../parts/fields/NumberText.tsx';
import { Row } from '../../parts/layout/Row.tsx';

const USUAL = { slower: 4, faster: 6, fifths: 5, files: 7 } as const;
interface TempoSetProps {
  plan: Plan;
  form: WavForm;
  writing: Writing;
}

export function TempoSet({ plan, form, writing }: TempoSetProps) {
  const { bpm, beat } = planTempo(plan);
  const scaled = (fifths: number) => bpm.mul(fifths, USUAL.fifths).round().toFraction();
  const [from, setFrom] = useState(() => scaled(USUAL.slower));
  const [to, setTo] = useState(() => scaled(USUAL.faster));
  const [files, setFiles] = useState(String(USUAL.files));
  const [least, most] = [readRate(from), readRate(to)];
  const count = Number(files);
  const countProblem =
    Number.isInteger(count) && count >= 2 && count <= MOST_IN_SET ? null : `From 2 to ${MOST_IN_SET} files.`;
  const isReady = least.bpm && most.bpm && countProblem === null;

  const members = (): SetMember[] =>
    tempoSet(plan, new Fraction(least.bpm!), new Fraction(most.bpm!), count).map((member) => ({
      ...member,
      name: `${member.plan.title}, ${member.name}`,
    }));
  const title = `${plan.title} at several tempos`;

  return (
    <Stack spacing={1.5} sx={{ mt: 2 }}>
      <Typography variant="h3">The same at several tempos, in one ZIP</Typography>
      <Row align="flex-start">
        <NumberText
          label={`Slowest, ${nameOfLength(beat)}s a minute`}
          value={from}
          problem={least.problem}
          onChange={setFrom}
          width={190}
        />
        <NumberText label="Fastest" value={to} problem={most.problem} onChange={setTo} width={110} />
        <NumberText label="Files" value={files} problem={countProblem} onChange={setFiles} width={90} />
        <Button
          variant="outlined"
          disabled={!isReady || writing.progress !== null}
          onClick={() => saveWavSet(members, title, form, writing)}
        >
          Save a set of clicks (WAV)
        </Button>
        <Button
          variant="outlined"
          disabled={!isReady || writing.progress !== null}
          onClick={() => void saveMidiSet(members, title, writing)}
        >
          Save a set of MIDI files
        </Button>
      </Row>
    </Stack>
  );
}
