/** A placement: where the click falls, what it then feels like, what to say, and the way to the stage. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { placementPlanId } from '@feldspar/core/practice';
import {
  type Placement,
  countIn,
  feltTempo,
  footObjections,
  placementName,
  secondsToDownbeat,
  tempoProblem,
} from '@feldspar/core/reference';
import { type Tempo, meterName, tempoName } from '@feldspar/core/time';
import { Link } from 'react-router';
import { playAddress } from '../../addresses/play-address.ts';
import { LOCALE, unbroken } from '../../text/text.ts';
import { PlacementPicture } from './PlacementPicture.tsx';

interface PlacementRowProps {
  placement: Placement;
  rate: Tempo['bpm'];
  heard: boolean;
  onHear(): void;
}

const SECONDS = new Intl.NumberFormat(LOCALE, { maximumFractionDigits: 2 });

export function PlacementRow({ placement, rate, heard, onHear }: PlacementRowProps) {
  const felt = feltTempo(placement, rate);
  const beyond = tempoProblem(felt);
  const name = placementName(placement, felt);
  const doubts = footObjections(felt.bpm).map(({ message }) => message);
  const { call, then } = countIn(placement);
  const wait = secondsToDownbeat(placement, rate).valueOf();
  return (
    <Box
      component="li"
      id={placement.key}
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 280px) minmax(0, 1fr) 250px auto' },
        columnGap: 3,
        rowGap: 0.5,
        alignItems: 'center',
        py: 1.25,
        px: 1,
        borderTop: '1px solid',
        borderColor: 'divider',
        breakInside: 'avoid',
        scrollMarginTop: 16,
        '&:target': { bgcolor: 'background.paper' },
        '@media print': { gridTemplateColumns: '250px minmax(0, 1fr) 150px', py: 0.5, columnGap: 2 },
      }}
    >
      <PlacementPicture placement={placement} />
      <Box>
        <Typography variant="h3">{name}</Typography>
        <Typography variant="body2">
          Call the click “{call}”, then {then.map((word) => `“${word}”`).join(' ')}.
        </Typography>
      </Box>
      <Box>
        <Typography
          variant="h2"
          component="p"
          sx={{ color: doubts.length > 0 ? 'text.secondary' : 'text.primary' }}
        >
          {unbroken(tempoName(felt))}
        </Typography>
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {unbroken(
            `in ${meterName(placement.meter)}${placement.bars > 1 ? `, round in ${placement.bars} bars` : ''}, downbeat ${SECONDS.format(wait)} s after the ${placement.bars > 1 ? 'last ' : ''}click`,
          )}
        </Typography>
        {doubts.length > 0 && !beyond && (
          <Typography variant="body2" sx={{ color: 'core.late', fontWeight: 600 }}>
            {doubts.join('; ')}
          </Typography>
        )}
        {beyond && (
          <Typography variant="body2" role="alert" sx={{ color: 'error.main' }}>
            {beyond}
          </Typography>
        )}
      </Box>
      <Stack direction="row" spacing={1} className="no-print">
        <Button
          aria-pressed={heard}
          disabled={beyond !== null}
          onClick={onHear}
          aria-label={`Hear ${name} with the beats`}
          sx={{ width: 84 }}
        >
          {heard ? 'Stop' : 'Hear'}
        </Button>
        <Button
          component={Link}
          to={playAddress(placementPlanId(placement), felt)}
          variant="outlined"
          disabled={beyond !== null}
          aria-label={`Start ${name}`}
        >
          Start
        </Button>
      </Stack>
    </Box>
  );
}
