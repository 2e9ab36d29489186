/** Tempo, length, and how long one is alone. */
import Typography from '@mui/material/Typography';
import { type Plan, compile, planFacts, planTempo } from '@feldspar/core/plan';
import { comparableName } from '@feldspar/core/time';
import { useMemo } from 'react';
import { minutes, plural } from '../../text/text.ts';

export function PlanLine({ plan }: { plan: Plan }) {
  const facts = useMemo(() => {
    try {
      return planFacts(compile(plan));
    } catch {
      return null;
    }
  }, [plan]);
  return (
    <Typography variant="body2" sx={{ color: 'text.secondary' }}>
      {comparableName(planTempo(plan))}
      {facts &&
        ` · ${minutes(facts.durationS)} min · up to ${plural(facts.longestAlone.beats, 'beat')} without a click`}
      {!facts && ' · cannot be played by this version'}
    </Typography>
  );
}
