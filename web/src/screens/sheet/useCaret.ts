/** The note that sounds now, true to the rhythm, while a sheet is heard. */
import { type Sheet, writtenNotes } from '@feldspar/core/counts';
import type { Timeline } from '@feldspar/core/plan';
import { useEffect, useEffectEvent, useMemo, useState } from 'react';
import { noteAt } from '../../parts/engraving/note-at.ts';

interface Heard {
  timeline: Timeline;
  sheet: Sheet;
  position(): number | null;
}

/** @returns the index of the written note, or null in silence and in the count-in. */
export function useCaret(heard: Heard | null): number | null {
  const [caret, setCaret] = useState<number | null>(null);
  const sheet = heard?.sheet;
  const written = useMemo(() => (sheet ? writtenNotes(sheet) : []), [sheet]);
  const look = useEffectEvent(() => {
    const at = heard?.position() ?? null;
    setCaret(heard && at !== null ? noteAt(heard.sheet, written, heard.timeline, at) : null);
  });
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
