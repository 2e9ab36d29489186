/** What a printed sheet says besides its line: how it is counted above, what the click does below. */
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { type Sheet, meterOf } from '@feldspar/core/counts';
import { type Plan, type Timeline, layerWords } from '@feldspar/core/plan';
import { meterName, parseFraction, pluralOfLength, tempo, tempoName } from '@feldspar/core/time';
import { useMemo } from 'react';
import { plural } from '../../text/text.ts';
import { CoreSample } from '../../parts/core-sample/CoreSample.tsx';
import { coreOfTimeline } from '../../parts/core-sample/model.ts';

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

const MOST_BARS = 8;
/** It is not on the screen to be measured; paper scales it. */
const WIDTH = 600;

interface HandoutClicksProps {
  plan: Plan;
  timeline: Timeline;
  sheet: Sheet;
}

export function HandoutClicks({ plan, timeline, sheet }: HandoutClicksProps) {
  const [{ clicks }] = plan.sections;
  const meter = meterOf(sheet);
  const core = useMemo(() => {
    const model = coreOfTimeline(timeline);
    return { ...model, rows: model.rows.slice(0, MOST_BARS) };
  }, [timeline]);
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
        {plural(plan.countIn?.bars ?? 0, 'bar')} counted in aloud. Then the click falls{' '}
        {clicks.map((layer) => `${layerWords(layer, meter)} (${layer.voice ?? 'wood'})`).join(', and ')}.
      </Typography>
      <Box sx={{ mt: 1, '& svg': { maxWidth: '100%', height: 'auto' } }}>
        <CoreSample model={core} width={WIDTH} rowHeight={14} label="The clicks, bar by bar" />
      </Box>
    </Box>
  );
}
