/** What the plan comes to, always in sight. */
import Box from '@mui/material/Box';
import { type Timeline, planFacts } from '@feldspar/core/plan';
import { useMemo } from 'react';
import { NumberFact } from './NumberFact.tsx';
import { minutes, oneDecimal, plural } from '../../text/text.ts';

export function Facts({ timeline }: { timeline: Timeline | null }) {
  const facts = useMemo(() => timeline && planFacts(timeline), [timeline]);
  const none = '–';
  return (
    <Box
      component="dl"
      aria-label="Plan facts"
      sx={{ display: 'flex', flexWrap: 'wrap', columnGap: { xs: 2, md: 4 }, rowGap: 0.5, m: 0 }}
    >
      <NumberFact name="bars" value={facts ? String(facts.bars) : none} />
      <NumberFact name="minutes" value={facts ? minutes(facts.durationS) : none} />
      <NumberFact name="clicks a minute" value={facts ? oneDecimal(facts.clicksPerMinute) : none} />
      <NumberFact
        name="longest stretch without a click"
        value={
          facts
            ? `${plural(facts.longestAlone.beats, 'beat')}, ${oneDecimal(facts.longestAlone.seconds)} s`
            : none
        }
      />
      <NumberFact
        name="beats no click gives you"
        value={facts ? `${Math.round(100 * facts.ownedShare)} %` : none}
      />
    </Box>
  );
}
