/** The same plan at several tempos, as files in one ZIP: for a player that only plays files. */
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { MOST_IN_SET, type SetMember, type WavForm, midiOf, tempoSet } from '@feldspar/core/formats';
import { type Plan, compile, planTempo } from '@feldspar/core/plan';
import { readRate } from '@feldspar/core/reference';
import { Fraction, nameOfLength } from '@feldspar/core/time';
import { useState } from 'react';
import { fileNameOf } from '../../files/file-name.ts';
import { saveBlob } from '../../files/save-file.ts';
import { type WavExport, exportWavSet } from '../../files/wav-export.ts';
import { NumberText } from '../../parts/fields/NumberText.tsx';
import { Row } from '../../parts/layout/Row.tsx';

const USUAL = { slower: 4, faster: 6, fifths: 5, files: 7 } as const;
/** Longer sets are hours of sound. */
const MOST_SECONDS = 2 * 3600;

interface TempoSetProps {
  plan: Plan;
  form: WavForm;
  busy: boolean;
  onError(error: unknown): void;
  /** Writing has begun; it says how far it is, and can be cancelled. */
  onWrite(begin: (tell: (done: number) => void) => WavExport, name: string): void;
}

export function TempoSet({ plan, form, busy, onError, onWrite }: TempoSetProps) {
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

  const members = (): SetMember[] => {
    onError(null);
    try {
      return tempoSet(plan, new Fraction(least.bpm!), new Fraction(most.bpm!), count);
    } catch (failure) {
      onError(failure);
      return [];
    }
  };
  const named = ({ name, plan: one }: SetMember, ending: string) =>
    fileNameOf({ title: `${one.title}, ${name.replace(' = ', '=')}` }, ending);
  const zipName = fileNameOf({ title: `${plan.title} at several tempos` }, 'zip');

  const saveMidi = async () => {
    const pieces: Uint8Array[] = [];
    try {
      const { zipWriter } = await import('../../files/zip.ts');
      const zip = zipWriter((bytes) => pieces.push(bytes));
      for (const member of members()) {
        const into = zip.file(named(member, 'mid'));
        into(midiOf(member.plan));
        into(null);
      }
      zip.end();
      saveBlob(zipName, new Blob(pieces as BlobPart[], { type: 'application/zip' }));
    } catch (failure) {
      onError(failure);
    }
  };
  const saveWav = () => {
    const set = members().map((member) => {
      const { endS } = compile(member.plan);
      return { name: named(member, 'wav'), plan: member.plan, range: { fromS: 0, toS: endS } };
    });
    const seconds = set.reduce((sum, { range }) => sum + range.toS, 0);
    if (seconds > MOST_SECONDS)
      onError(
        new Error('The set would be more than two hours of sound. Choose fewer files, or a shorter plan.'),
      );
    else if (set.length > 0) onWrite((tell) => exportWavSet(set, form, tell), zipName);
  };

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
        <Button variant="outlined" disabled={!isReady || busy} onClick={saveWav}>
          Save a set of clicks (WAV)
        </Button>
        <Button variant="outlined" disabled={!isReady || busy} onClick={() => void saveMidi()}>
          Save a set of MIDI files
        </Button>
      </Row>
    </Stack>
  );
}
