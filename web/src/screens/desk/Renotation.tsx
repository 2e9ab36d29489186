/** The same music written in other values: bars of a form, the smallest note, the tempo's note. */
import Typography from '@mui/material/Typography';
import { type Renotated, renotate } from '@feldspar/core/reference';
import { Fraction, type Meter, type Tempo, meterName, pluralOfLength, tempoName } from '@feldspar/core/time';
import { useState } from 'react';
import { Row } from '../../parts/layout/Row.tsx';
import { Choice } from '../../parts/fields/Choice.tsx';
import { NumberText } from '../../parts/fields/NumberText.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { NoteSelect } from '../../parts/tempo/NoteSelect.tsx';
import { MeterSelect } from './MeterSelect.tsx';
import { meterOf } from '../../addresses/desk-state.ts';
import { readForm } from './form.ts';

const FACTORS = [
  ['1/4', 'a quarter as long'],
  ['1/2', 'half as long'],
  ['2', 'twice as long'],
  ['4', 'four times as long'],
] as const;

export function Renotation({ at }: { at: Tempo }) {
  const [from, setFrom] = useState<Meter>(() => meterOf('2/2'));
  const [smallest, setSmallest] = useState(() => new Fraction(1, 8));
  const [form, setForm] = useState('8 8');
  const [factor, setFactor] = useState<(typeof FACTORS)[number][0]>('1/2');
  const [to, setTo] = useState<Meter>(() => meterOf('4/4'));
  const parts = readForm(form);
  const written =
    parts.bars && renotate({ meter: from, tempo: at, smallest, form: parts.bars }, new Fraction(factor), to);
  return (
    <Panel title="The same music, written differently">
      <Row align="flex-start">
        <MeterSelect label="Written in" value={from} onChange={setFrom} />
        <NoteSelect label="Fastest notes" value={smallest} onChange={setSmallest} />
        <NumberText
          label="Bars of each part"
          value={form}
          problem={parts.problem}
          onChange={setForm}
          width={190}
        />
        <Choice label="New values" value={factor} options={FACTORS} onChange={setFactor} />
        <MeterSelect label="In bars of" value={to} onChange={setTo} />
      </Row>
      {written && parts.bars && (
        <Typography role="status" sx={{ mt: 1.5 }}>
          {barsText(parts.bars)} of {meterName(from)} in {pluralOfLength(smallest)} become{' '}
          <strong>{barsText(written.form)}</strong> of {meterName(to)} in {pluralOfLength(written.smallest)};{' '}
          {tempoName(at)} becomes {tempoName(written.tempo)}. It sounds the same.
        </Typography>
      )}
      {written && written.uneven.length > 0 && (
        <Typography variant="body2" sx={{ color: 'core.late', fontWeight: 600 }}>
          {unevenText(written)}
        </Typography>
      )}
    </Panel>
  );
}

function barsText(form: Renotated['form']): string {
  const parts = form.map((bars) => bars.toFraction(true));
  return `${parts.join(' + ')} ${form.length === 1 && form[0].equals(1) ? 'bar' : 'bars'}`;
}

function unevenText({ uneven, meter }: Renotated): string {
  const parts = uneven.map((i) => i + 1).join(', ');
  return `Part ${parts} ends inside a bar of ${meterName(meter)}: choose another meter, or write a shorter bar there.`;
}
