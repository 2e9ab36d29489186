/** The note that sounds now, true to the rhythm, while a sheet is heard. */
import { type Sheet, meterOf, writtenNotes } from '@feldspar/core/counts';
import type { Timeline } from '@feldspar/core/plan';
import { barLength } from '@feldspar/core/time';
import { useEffect, useEffectEvent, useState } from 'react';

interface Heard {
  timeline: Timeline;
  sheet: Sheet;
  position(): number | null;
}

/** @returns the index of the written note, or null in silence and in the count-in. */
export function useCaret(heard: Heard | null): number | null {
  const [caret, setCaret] = useState<number | null>(null);
  const look = useEffectEvent(() => setCaret(heard ? noteAt(heard) : null));
  const active = heard !== null;
  useEffect(() => {
    if (!active) return;
    let frame = requestAnimationFrame(function step() {
      look();
      frame = requestAnimationFrame(step);
    });
    return () => {
      cancelAnimationFrame(frame);
    };
  }, [active]);
  return active ? caret : null;
}

function noteAt({ timeline, sheet, position }: Heard): number | null {
  const at = position();
  const first = timeline.bars.findIndex(({ kind }) => kind === 'play');
  if (at === null) return null;
  const bar = timeline.bars.findIndex(({ startS, endS }) => at >= startS && at < endS);
  if (bar < first) return null;
  const { startS, endS } = timeline.bars[bar];
  const inBar = ((at - startS) / (endS - startS)) * barLength(meterOf(sheet)).valueOf();
  const index = writtenNotes(sheet).findLastIndex(
    (note) => note.bar === bar - first && note.position.valueOf() <= inBar + 1e-9,
  );
  return index < 0 ? null : index;
}
