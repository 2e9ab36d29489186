/** From a length back to the tempo: so many bars lasted so many seconds. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { readRate, tempoLasting, tempoProblem } from '@feldspar/core/reference';
import { type Meter, type Tempo, barLength, meterName, rateText, tempoName } from '@feldspar/core/time';
import { useState } from 'react';
import { Row } from '../../parts/layout/Row.tsx';
import { NumberText } from '../../parts/fields/NumberText.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';

const BARS = { min: 1, max: 999 };
const SECONDS = { min: 1, max: 9999 };

interface LengthCardProps {
  foot: Tempo['beat'];
  meter: Meter;
  onTake(tempo: Tempo): void;
}

export function LengthCard({ foot, meter, onTake }: LengthCardProps) {
  const [barsText, setBarsText] = useState('8');
  const [secondsText, setSecondsText] = useState('20');
  const bars = readRate(barsText, BARS, 'bars');
  const seconds = readRate(secondsText, SECONDS, 'seconds');
  const tempo =
    bars.bpm && seconds.bpm ? tempoLasting(barLength(meter).mul(bars.bpm), seconds.bpm, foot) : null;
  const problem = tempo && tempoProblem(tempo);
  return (
    <Panel title="From how long it lasted">
      <Row>
        <NumberText
          label={`Bars of ${meterName(meter)}`}
          value={barsText}
          problem={bars.problem}
          onChange={setBarsText}
        />
        <NumberText label="Seconds" value={secondsText} problem={seconds.problem} onChange={setSecondsText} />
      </Row>
      {tempo && bars.bpm && seconds.bpm && (
        <Typography role="status" sx={{ mt: 1.5 }}>
          {rateText(bars.bpm)} bars in {rateText(seconds.bpm)} s are <strong>{tempoName(tempo)}</strong>.
        </Typography>
      )}
      {problem && (
        <Typography role="alert" variant="body2" sx={{ color: 'error.main' }}>
          {problem}
        </Typography>
      )}
      {tempo && !problem && (
        <Button variant="outlined" sx={{ mt: 1 }} onClick={() => onTake(tempo)}>
          Take {tempoName(tempo)}
        </Button>
      )}
    </Panel>
  );
}
