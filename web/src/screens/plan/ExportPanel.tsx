/** Takes a plan away as files: the click as WAV, clicks and tempo map as MIDI, the plan itself. */
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Stack from '@mui/material/Stack';
import Switch from '@mui/material/Switch';
import Typography from '@mui/material/Typography';
import { midiOf } from '@feldspar/core/formats';
import { WAV_BITS, WAV_RATES, type WavForm, type WavRange, startOfPlay } from '@feldspar/core/wav';
import type { Plan, Timeline } from '@feldspar/core/plan';
import { readRate } from '@feldspar/core/reference';
import { useState } from 'react';
import { Row } from '../../parts/layout/Row.tsx';
import { Choice } from '../../parts/fields/Choice.tsx';
import { NumberText } from '../../parts/fields/NumberText.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { saveBlob, saveFile } from '../../files/save-file.ts';
import { exportWav } from '../../files/wav-export.ts';
import { WritingNow } from '../../parts/exporting/WritingNow.tsx';
import { useWriting } from '../../parts/exporting/useWriting.ts';
import { TempoSet } from './TempoSet.tsx';
import { fileNameOf } from '../../files/file-name.ts';

const RATES = WAV_RATES.map((rate) => [rate, `${rate / 1000} kHz`] as const);
const BITS = WAV_BITS.map((bits) => [bits, `${bits} bit`] as const);

export default function ExportPanel({ plan, timeline }: { plan: Plan; timeline: Timeline }) {
  const [form, setForm] = useState<WavForm>({ sampleRateHz: 48_000, bits: 16 });
  const [countIn, setCountIn] = useState(true);
  const last = timeline.bars[timeline.bars.length - 1].number;
  const [bars, setBars] = useState({ from: '1', to: String(last) });
  const writing = useWriting();

  const range = rangeOf(timeline, bars, countIn);
  const saveMidi = () => {
    writing.onError(null);
    try {
      saveBlob(fileNameOf(plan, 'mid'), new Blob([midiOf(plan) as BlobPart], { type: 'audio/midi' }));
    } catch (failure) {
      writing.onError(failure);
    }
  };
  const saveWav = (wanted: WavRange) =>
    writing.write((tell) => exportWav(plan, form, wanted, tell), fileNameOf(plan, 'wav'));

  return (
    <Panel title="Save as a file">
      {timeline.record && (
        <Typography variant="body2" sx={{ color: 'text.secondary', mb: 1.5 }}>
          Files hold the clicks, bars and tempos; the record itself is in none of them.
        </Typography>
      )}
      <Row align="flex-start">
        <Choice
          label="Samples"
          value={form.sampleRateHz}
          options={RATES}
          onChange={(sampleRateHz) => setForm({ ...form, sampleRateHz })}
          minWidth={110}
        />
        <Choice
          label="Depth"
          value={form.bits}
          options={BITS}
          onChange={(bits) => setForm({ ...form, bits })}
          minWidth={90}
        />
        <NumberText
          label="From bar"
          value={bars.from}
          problem={range.from}
          onChange={(from) => setBars({ ...bars, from })}
          width={110}
        />
        <NumberText
          label="to bar"
          value={bars.to}
          problem={range.to}
          onChange={(to) => setBars({ ...bars, to })}
          width={110}
        />
        <FormControlLabel
          control={<Switch checked={countIn} onChange={(_, on) => setCountIn(on)} />}
          label="with the count-in"
          disabled={bars.from.trim() !== '1'}
        />
      </Row>
      <Stack direction="row" spacing={1.5} sx={{ flexWrap: 'wrap', mt: 1 }}>
        <Button
          variant="outlined"
          disabled={writing.progress !== null || !range.seconds}
          onClick={() => range.seconds && saveWav(range.seconds)}
        >
          Save the click (WAV)
        </Button>
        <Button variant="outlined" onClick={saveMidi}>
          Save clicks and tempos (MIDI)
        </Button>
        <Button
          variant="outlined"
          onClick={() =>
            saveFile(fileNameOf(plan, 'json'), 'application/json', JSON.stringify(plan, null, 2))
          }
        >
          Save the plan (JSON)
        </Button>
      </Stack>
      <TempoSet plan={plan} form={form} writing={writing} />
      <WritingNow writing={writing} />
    </Panel>
  );
}

interface BarRange {
  from?: string;
  to?: string;
  seconds: WavRange | null;
}

/** The bars as seconds on the timeline, or what is wrong with either end. */
function rangeOf(timeline: Timeline, bars: { from: string; to: string }, countIn: boolean): BarRange {
  const last = timeline.bars[timeline.bars.length - 1].number;
  const read = (text: string, min: number) => {
    const { bpm, problem } = readRate(text, { min, max: last }, 'bars');
    if (problem !== undefined) return { problem };
    if (!bpm.mod(1).equals(0)) return { problem: 'Bars are whole.' };
    return { number: bpm.valueOf() };
  };
  const from = read(bars.from, 1);
  const to = read(bars.to, from.number ?? 1);
  if (from.number === undefined || to.number === undefined) {
    return { from: from.problem, to: to.problem, seconds: null };
  }
  const bar = (number: number) => timeline.bars.find((b) => b.kind === 'play' && b.number === number)!;
  const fromS = from.number > 1 ? bar(from.number).startS : countIn ? 0 : startOfPlay(timeline);
  return { seconds: { fromS, toS: bar(to.number).endS } };
}
