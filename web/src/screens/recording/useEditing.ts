/** A recording being set right: every step can be taken back, and each is kept at once (in this browser, then by the studio). */
import type { Recording } from '@feldspar/core/recordings';
import { useCallback, useState } from 'react';
import { saveRecording } from '../../data/changes.ts';

interface History {
  past: Recording[];
  now: Recording;
  future: Recording[];
  /** Steps of the same name that follow each other are one: a stroke being nudged. */
  last: string | null;
}

const MOST_STEPS = 300;

export interface Editing {
  recording: Recording;
  /** @param step steps of one name are taken back together. */
  change(change: (now: Recording) => Recording, step?: string): void;
  undo: (() => void) | null;
  redo: (() => void) | null;
}

export function useEditing(start: Recording): Editing {
  const [history, setHistory] = useState<History>({ past: [], now: start, future: [], last: null });
  const { past, now, future, last } = history;
  const go = useCallback((next: History) => {
    setHistory(next);
    void saveRecording(next.now);
  }, []);
  const change: Editing['change'] = (make, step) => {
    const next = make(now);
    if (next === now) return;
    const goesOn = step !== undefined && step === last && past.length > 0;
    go({
      past: goesOn ? past : [...past, now].slice(-MOST_STEPS),
      now: next,
      future: [],
      last: step ?? null,
    });
  };
  const before = past.at(-1);
  const after = future[0];
  return {
    recording: now,
    change,
    undo: before
      ? () => go({ past: past.slice(0, -1), now: before, future: [now, ...future], last: null })
      : null,
    redo: after ? () => go({ past: [...past, now], now: after, future: future.slice(1), last: null }) : null,
  };
}
