/** Does something at once, and while it is asked again and again (a drag) only now and then; the last one always counts. */
import { useCallback, useEffect, useEffectEvent, useRef } from 'react';

/** @param everyMs browsers refuse an address that changes a hundred times in half a minute. */
export function useSettled<Value>(act: (value: Value) => void, everyMs = 400): (value: Value) => void {
  const latest = useEffectEvent(act);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const waiting = useRef<{ value: Value } | null>(null);
  // The screen is left: what was not done yet belongs to nobody.
  useEffect(
    () => () => {
      if (timer.current) clearTimeout(timer.current);
      timer.current = null;
    },
    [],
  );
  const run = useRef<(value: Value) => void>(() => undefined);
  useEffect(() => {
    const pause = () => {
      timer.current = setTimeout(() => {
        timer.current = null;
        const left = waiting.current;
        waiting.current = null;
        if (!left) return;
        latest(left.value);
        pause();
      }, everyMs);
    };
    run.current = (value) => {
      if (timer.current) {
        waiting.current = { value };
        return;
      }
      latest(value);
      pause();
    };
  }, [everyMs]);
  return useCallback((value) => run.current(value), []);
}
