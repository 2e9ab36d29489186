/** What to do next. */
import Button from '@mui/material/Button';
import { planTempo } from '@feldspar/core/plan';
import type { Take } from '@feldspar/core/take';
import { type Tempo, inTenths, tempoName } from '@feldspar/core/time';
import { useState } from 'react';
import type { HandsFree as Deed } from '../../device/rig-store.ts';
import HandsFree from '../../parts/hands-free/HandsFree.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { playAddress } from '../../addresses/play-address.ts';
import { KEY_SIGN, useKey } from '../../parts/actions/useKey.ts';
import { WhoPlaysNow, useIsAnothers } from '../../parts/players/WhoPlaysNow.tsx';

/** Again at the same tempo, or a tenth slower. Only where the plan is still known by its id. */
export function NextSteps({ take, onGo }: { take: Take; onGo(address: string): void }) {
  const { planId, plan, playerId } = take;
  const tempo = planTempo(plan);
  const isAnothers = useIsAnothers(playerId);
  /** Where to, once it is known who plays. */
  const [asked, setAsked] = useState<string | null>(null);
  const play = (at: Tempo) => {
    if (!planId) return;
    const address = playAddress(planId, at);
    if (isAnothers) setAsked(address);
    else onGo(address);
  };
  useKey('Enter', () => play(tempo), planId !== null);
  const slower = inTenths(tempo, 9);
  const act = (action: Deed) => {
    if (action === 'again' || action === 'start') play(tempo);
    if (action === 'slower' && slower.bpm.gte(1)) play(slower);
    if (action === 'next') onGo('/');
  };
  if (!planId) return null;
  return (
    <Row>
      <HandsFree onAction={act} clap="again" />
      <Button variant="contained" onClick={() => play(tempo)}>
        Again&ensp;{KEY_SIGN.Enter}
      </Button>
      {slower.bpm.gte(1) && (
        <Button variant="outlined" onClick={() => play(slower)}>
          Slower, {tempoName(slower)}
        </Button>
      )}
      {asked !== null && playerId !== null && (
        <WhoPlaysNow playerId={playerId} onClose={() => setAsked(null)} onPlay={() => onGo(asked)} />
      )}
    </Row>
  );
}
