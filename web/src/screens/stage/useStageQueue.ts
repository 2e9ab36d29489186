/** The stage as a place in a session: which item it is, and what a take, a start and "next" mean to it. */
import { itemOn, secondsLeft } from '@feldspar/core/planner';
import { useCallback } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { running } from '../../device/running-session.ts';
import { placeOfSession, tellSession } from '../../parts/session/session-deeds.ts';
import { type Queue, useQueue } from '../../parts/session/useQueue.ts';

/** Less is left than a take is worth. */
const OVER_S = 20;

interface StageQueue {
  /** Null where this plan is not the item that is on. */
  queue: Queue | null;
  /** One came from the item before, and goes on. */
  go: boolean;
  isQueued(): boolean;
  /** On to the next item, or enough for today. */
  goesOn(what: 'next' | 'enough'): void;
}

/** @param shown whether what is left is shown: while a take is played nothing is drawn anew for it. */
export function useStageQueue(planId: string, shown: boolean): StageQueue {
  const navigate = useNavigate();
  const queue = useQueue(shown);
  const { state } = useLocation() as { state: { go?: boolean } | null };
  const isQueued = useCallback(() => {
    const now = running();
    return now !== null && itemOn(now.session)?.item.planId === planId;
  }, [planId]);
  const goesOn = useCallback(
    (what: 'next' | 'enough') => {
      const session = tellSession({ type: what });
      const state = what === 'next' ? { go: true } : null;
      if (session) void navigate(placeOfSession(session), { replace: true, state });
    },
    [navigate],
  );
  const isHere = queue?.on.item.planId === planId;
  return { queue: isHere ? queue : null, go: isHere && state?.go === true, isQueued, goesOn };
}

/** A person starts: the item begins, or is taken once more. */
export function begunInQueue(): void {
  const now = running();
  const on = now && itemOn(now.session);
  if (on) tellSession({ type: on.takes > 0 ? 'again' : 'begin' });
}

/** A take was kept. @returns whether the item's time is over. */
export function keptInQueue(): 'on' | 'over' {
  const session = tellSession({ type: 'take' });
  const on = session && itemOn(session);
  return on && secondsLeft(on, new Date()) > OVER_S ? 'on' : 'over';
}
