/** The same function as long as the screen is there, which does what the newest one does: for parts that are drawn anew only when they change. */
import { useCallback, useLayoutEffect, useRef } from 'react';

export function useStable<Args extends unknown[], Answer>(
  act: (...args: Args) => Answer,
): (...args: Args) => Answer {
  const latest = useRef(act);
  useLayoutEffect(() => {
    latest.current = act;
  });
  return useCallback((...args: Args) => latest.current(...args), []);
}
