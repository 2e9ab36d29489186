/** What to do next. */
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import { planTempo } from '@feldspar/core/plan';
import type { Take } from '@feldspar/core/take';
import { tempoName } from '@feldspar/core/time';
import { useCallback } from 'react';
import { playAddress } from '../../addresses/play-address.ts';
import { KEY_SIGN, useKey } from '../../parts/actions/useKey.ts';

/** Again at the same tempo, or a tenth slower. Only where the plan is still known by its id. */
export function NextSteps({ take, onGo }: { take: Take; onGo(address: string): void }) {
  const { planId, plan } = take;
  const tempo = planTempo(plan);
  const again = useCallback(() => {
    if (planId) onGo(playAddress(planId, planTempo(plan)));
  }, [planId, plan, onGo]);
  useKey('Enter', again, planId !== null);
  if (!planId) return null;
  const slower = { ...tempo, bpm: tempo.bpm.mul(9, 10).round() };
  return (
    <Stack direction="row" useFlexGap spacing={1.5} sx={{ flexWrap: 'wrap' }}>
      <Button variant="contained" onClick={again}>
        Again&ensp;{KEY_SIGN.Enter}
      </Button>
      {slower.bpm.gte(1) && (
        <Button variant="outlined" color="inherit" onClick={() => onGo(playAddress(planId, slower))}>
          Slower, {tempoName(slower)}
        </Button>
      )}
    </Stack>
  );
}
