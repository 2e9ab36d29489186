import type { Timeline } from '@feldspar/core/plan';
import { useEffect, useState } from 'react';
import { minutes } from '../shell/text.ts';
import { type BeatState, beatStateAt } from './beat-state.ts';
import { feedbackWanted } from './feedback.ts';
import type { Session } from './session.ts';

/** The state of the beat now, renewed only when what is seen changes. */
export function useBeatState(timeline: Timeline, session: Session | null): BeatState | null {
  const [shown, setShown] = useState<{ session: Session; state: BeatState } | null>(null);
  useEffect(() => {
    if (!session) return;
    let frame = 0;
    let lastFace = '';
    const tick = () => {
      const next = beatStateAt(timeline, session.positionS(performance.now()) ?? -1);
      const hits = feedbackWanted() ? session.tapCount() : 0;
      const face = `${next.phase} ${next.barNumber} ${next.beat} ${minutes(next.leftS)} ${hits}`;
      if (face !== lastFace) {
        lastFace = face;
        setShown({ session, state: next });
      }
      frame = requestAnimationFrame(tick);
    };
    tick();
    return () => cancelAnimationFrame(frame);
  }, [timeline, session]);
  return shown && shown.session === session ? shown.state : null;
}
