/** The silence that fits now, unless it is what the bench proposes anyway. Its code comes once takes are known. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { planTempo } from '@feldspar/core/plan';
import { offerSilence, silencePlan, silentBarsOfPlan } from '@feldspar/core/practice';
import { tempo } from '@feldspar/core/time';
import type { PractisedTake } from '@feldspar/core/wire';
import { whySilence } from '@feldspar/core/words';
import { Link } from 'react-router';
import { playAddress } from '../../addresses/play-address.ts';
import { Row } from '../../parts/layout/Row.tsx';
import { plural } from '../../text/text.ts';

interface FittingSilenceProps {
  takes: readonly PractisedTake[];
  shown: string;
  onNotNow(): void;
}

export default function FittingSilence({ takes, shown, onNotNow }: FittingSilenceProps) {
  if (takes.length === 0 || silentBarsOfPlan(shown) !== null) return null;
  const offer = offerSilence(
    takes.map(({ planId, figures }) => ({
      planId,
      trials: figures?.trials ?? null,
      holdBeats: figures?.holdBeats ?? null,
    })),
  );
  const { id, plan } = silencePlan(offer.bars);
  const last = takes.find(({ planId }) => planId !== null && silentBarsOfPlan(planId) !== null);
  return (
    <Box component="section" aria-label="A silence that fits you">
      <Row>
        <Typography sx={{ maxWidth: '60ch' }}>
          <b>A silence that fits you: {plural(offer.bars, 'bar')}.</b> {whySilence(offer)}
        </Typography>
        <Button
          component={Link}
          to={playAddress(id, last ? tempo(last.tempo.bpm, last.tempo.beat) : planTempo(plan))}
          variant="outlined"
        >
          Play the silence
        </Button>
        <Button onClick={onNotNow} aria-label="Not now: the silence">
          Not now
        </Button>
      </Row>
    </Box>
  );
}
