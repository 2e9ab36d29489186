/** Old note = new note; and half and double time, where the pulse stays. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { feelsOf, modulate, tempoProblem } from '@feldspar/core/reference';
import { Fraction, type Meter, type Tempo, meterName, nameOfLength, tempoName } from '@feldspar/core/time';
import { useState } from 'react';
import { Row } from '../../parts/layout/Row.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { oneDecimal } from '../../text/text.ts';
import { NoteSelect } from '../../parts/tempo/NoteSelect.tsx';
import { MeterSelect } from './MeterSelect.tsx';

interface ModulationCardProps {
  at: Tempo;
  meter: Meter;
  onTake(tempo: Tempo, meter: Meter): void;
}

export function ModulationCard({ at, meter, onTake }: ModulationCardProps) {
  const [oldNote, setOldNote] = useState(() => new Fraction(1, 12));
  const [newNote, setNewNote] = useState(() => new Fraction(1, 8));
  const [to, setTo] = useState(meter);
  const { after, ratio, barBeforeS, barAfterS } = modulate({
    before: at,
    meterBefore: meter,
    oldNote,
    newNote,
    meterAfter: to,
  });
  const problem = tempoProblem(after);
  return (
    <Panel title="The tempo changes by a note">
      <Row>
        <NoteSelect label="The old" value={oldNote} onChange={setOldNote} />
        <NoteSelect label="is the new" value={newNote} onChange={setNewNote} />
        <MeterSelect label="In bars of" value={to} onChange={setTo} />
      </Row>
      <Typography role="status" sx={{ mt: 1.5 }}>
        {tempoName(at)} in {meterName(meter)} (a bar {oneDecimal(barBeforeS.valueOf())} s) becomes{' '}
        <strong>{tempoName(after)}</strong> in {meterName(to)} (a bar {oneDecimal(barAfterS.valueOf())} s);
        the same written note goes {ratio.toFraction(true)} times as fast.
      </Typography>
      {problem ? (
        <Typography role="alert" variant="body2" sx={{ color: 'error.main' }}>
          {problem}
        </Typography>
      ) : (
        <Button variant="outlined" sx={{ mt: 1 }} onClick={() => onTake(after, to)}>
          Put it on the stick
        </Button>
      )}
      <Typography variant="body2" sx={{ mt: 2, fontWeight: 600 }}>
        Half and double time change no tempo. In 4/4:
      </Typography>
      <Box component="ul" sx={{ m: 0, pl: 2.5, fontSize: '0.9rem' }}>
        {feelsOf(at).map(({ feel, pulse, seems, backbeat }) => (
          <li key={feel}>
            {feel}: {tempoName(pulse)} stays, backbeat on {backbeat.map(spokenBeat).join(', ')}
            {seems.bpm.equals(pulse.bpm)
              ? ''
              : `, as if at ${nameOfLength(seems.beat)} = ${Math.round(seems.bpm.valueOf())}`}
          </li>
        ))}
      </Box>
    </Panel>
  );
}

/** "2", "and of 1": a place in a bar of quarters. */
function spokenBeat(at: Tempo['beat']): string {
  const beat = Math.floor(at.mul(4).valueOf()) + 1;
  return at.mul(4).mod(1).equals(0) ? String(beat) : `and of ${beat}`;
}
