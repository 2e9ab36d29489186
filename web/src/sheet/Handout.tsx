/** What a printed sheet says besides its line: how it is counted above, what the click does below. */
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { type Sheet, meterOf } from '@feldspar/core/counts';
import { type Plan, layerWords } from '@feldspar/core/plan';
import { meterName, parseFraction, pluralOfLength, tempo, tempoName } from '@feldspar/core/time';
import { PlanPicture } from '../plans/PlanPicture.tsx';

export function HandoutHead({ sheet }: { sheet: Sheet }) {
  return (
    <Box sx={{ display: 'none', displayPrint: 'block' }}>
      <Typography variant="h1">{sheet.title}</Typography>
      <Typography>
        {meterName(meterOf(sheet))}, counted in {pluralOfLength(parseFraction(sheet.counted))},{' '}
        {tempoName(tempo(sheet.tempo.bpm, sheet.tempo.beat))}
        {sheet.limbs && `; ${sheet.limbs.voices.join(' and ')} strike the accents together`}
      </Typography>
    </Box>
  );
}

const MOST_BARS = 12;

export function HandoutClicks({ plan, sheet }: { plan: Plan; sheet: Sheet }) {
  const [{ clicks }] = plan.sections;
  const meter = meterOf(sheet);
  return (
    <Box
      component="section"
      aria-label="The click"
      sx={{ display: 'none', displayPrint: 'block', breakInside: 'avoid' }}
    >
      <Typography variant="h3" component="h2">
        The click
      </Typography>
      <Typography>
        One bar is counted in aloud. Then the click falls{' '}
        {clicks.map((layer) => `${layerWords(layer, meter)} (${layer.voice ?? 'wood'})`).join(', and ')}.
      </Typography>
      <Box sx={{ mt: 1 }}>
        <PlanPicture plan={plan} rowHeight={12} annotated={false} maxWidth={480} mostRows={MOST_BARS} />
      </Box>
    </Box>
  );
}
