/** Free playing of the strokes as they are now, worked out beside the page's own thread: hours of it take half a second at each change. */
import type { FreePlaying } from '@feldspar/core/free';
import type { Mark, PlayedTo } from '@feldspar/core/recordings';
import { useEffect, useMemo, useState } from 'react';
import { freeInWorker } from '../../workers/measure.ts';
import { newestOnly } from '../../workers/newest-only.ts';
import { freeQuestion } from './played-to.ts';

interface Free {
  /** What was worked out last; null where it was played to a plan, or no beat is found. */
  free: FreePlaying | null;
  /** Nothing was worked out yet. */
  waits: boolean;
  error: unknown;
}

export function useFree(played: PlayedTo, marks: readonly Mark[]): Free {
  const question = useMemo(() => freeQuestion(played, marks), [played, marks]);
  const [ask] = useState(() => newestOnly(freeInWorker));
  const [told, setTold] = useState<Omit<Free, 'waits'> | null>(null);
  useEffect(() => {
    if (!question) return;
    void ask(question).then(
      (free) => free !== undefined && setTold({ free, error: null }),
      (error: unknown) => setTold({ free: null, error }),
    );
  }, [question, ask]);
  if (!question) return { free: null, waits: false, error: null };
  return { free: null, error: null, ...told, waits: told === null };
}
