/** A device with a short reach: on which notes, or heard in which places, it still gives the tempo. */
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { type DeviceSetting, noteSettings, placementSettings, readRate } from '@feldspar/core/reference';
import { type Tempo, pluralOfLength, rateText, tempoName } from '@feldspar/core/time';
import { type ReactNode, useState } from 'react';
import { Link } from 'react-router';
import { Row } from '../../parts/layout/Row.tsx';
import { NumberText } from '../../parts/fields/NumberText.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { fastSlow } from '../../text/text.ts';
import { rehearAddress } from '../../addresses/rehear-address.ts';

const REACH = { min: 1, max: 9999 };
const MOST_PLACEMENTS = 6;

export function DeviceCard({ at }: { at: Tempo }) {
  const [low, setLow] = useState('40');
  const [high, setHigh] = useState('208');
  const from = readRate(low, REACH);
  const to = readRate(high, REACH);
  const turned =
    from.bpm && to.bpm && from.bpm.gt(to.bpm) ? 'This is below the other end. Swap them.' : undefined;
  const range = from.bpm && to.bpm && !turned ? { from: from.bpm, to: to.bpm } : null;
  const notes = range ? noteSettings(at, range) : [];
  const places = range
    ? placementSettings(at, range).filter(({ whole, placement }) => whole && placement.key !== 'beat')
    : [];
  return (
    <Panel title="On a device that only reaches so far">
      <Row>
        <NumberText label="It goes from" value={low} problem={from.problem} onChange={setLow} />
        <NumberText label="to" value={high} problem={to.problem ?? turned} onChange={setHigh} />
      </Row>
      {range && (
        <Box role="status" sx={{ mt: 1 }}>
          <Typography>
            {notes.length === 0
              ? `No note of ${tempoName(at)} lies in its reach.`
              : `For ${tempoName(at)} set it to one of:`}
          </Typography>
          <List>
            {notes.map((setting) => (
              <li key={setting.note.toFraction()}>
                <strong>{rateText(setting.rate)}</strong> for the {pluralOfLength(setting.note)}
                {nearestWords(setting)}
              </li>
            ))}
          </List>
          {places.length > 0 && (
            <Typography variant="body2">Or hear its click elsewhere in the bar:</Typography>
          )}
          <List>
            {places.slice(0, MOST_PLACEMENTS).map(({ placement, rate }) => (
              <li key={placement.key}>
                <strong>{rateText(rate)}</strong> as{' '}
                <Link to={rehearAddress(rate, placement)}>{placement.name}</Link>
              </li>
            ))}
          </List>
        </Box>
      )}
    </Panel>
  );
}

function List({ children }: { children: ReactNode }) {
  return (
    <Box component="ul" sx={{ m: 0, pl: 2.5, fontSize: '0.95rem', lineHeight: 1.6 }}>
      {children}
    </Box>
  );
}

/** For a rate that cannot be dialled: the nearest usual mark and its error. */
function nearestWords({ marks: { nearest } }: DeviceSetting): string {
  if (nearest.errorPercent.equals(0)) return ', a metronome’s usual mark';
  const percent = nearest.errorPercent.valueOf();
  return Math.abs(percent) > 10 ? '' : ` (nearest usual mark ${nearest.mark}, ${fastSlow(percent)})`;
}
