import { type Timeline, barIndexAt } from '@feldspar/core/plan';
import { useEffect, useMemo, useState } from 'react';
import { minutes } from '../../text/text.ts';
import { type BeatState, beatStateAt, stageSceneOf } from './beat-state.ts';
import { feedbackWanted } from '../../device/feedback.ts';
import { hasFound } from './found.ts';
import type { Session } from './session.ts';
import { shownAlone } from '../../device/shown.ts';

/**
 * The state of the beat now, renewed only when what is seen changes.
 * @param reads bars are followed in a written line, whatever else is shown.
 */
export function useBeatState(timeline: Timeline, session: Session | null, reads: boolean): BeatState | null {
  const [shown, setShown] = useState<{ session: Session; state: BeatState } | null>(null);
  const scene = useMemo(() => stageSceneOf(timeline), [timeline]);
  useEffect(() => {
    if (!session) return;
    const choice = shownAlone();
    let frame = 0;
    let lastFace = '';
    const found = lookingForClick(timeline, session);
    const tick = () => {
      const positionS = session.positionS(performance.now()) ?? -1;
      const next = beatStateAt(scene, positionS, choice, found(positionS));
      const hits = feedbackWanted() ? session.tapCount() : 0;
      const seen = {
        beat: `${next.barNumber} ${next.beat}`,
        bar: `${next.barNumber}`,
        nothing: reads ? `${next.barNumber}` : '',
      }[next.shows];
      const face = `${next.phase} ${next.click} ${next.along} ${next.section.firstRow} ${next.section.task} ${next.seeks} ${next.silentBars} ${seen} ${minutes(next.leftS)} ${hits}`;
      if (face !== lastFace) {
        lastFace = face;
        setShown({ session, state: next });
      }
      frame = requestAnimationFrame(tick);
    };
    tick();
    return () => cancelAnimationFrame(frame);
  }, [scene, session, timeline, reads]);
  return shown && shown.session === session ? shown.state : null;
}

/** Looks again only after another stroke, or in another bar. */
function lookingForClick(timeline: Timeline, session: Session): (positionS: number) => boolean {
  let [at, found] = ['', false];
  return (positionS) => {
    if (!timeline.entersWhenReady) return false;
    const now = `${session.tapCount()} ${barIndexAt(timeline.bars, positionS)}`;
    if (now !== at) [at, found] = [now, hasFound(timeline, session.liveHits(), positionS)];
    return found;
  };
}
