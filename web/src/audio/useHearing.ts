/** Hears a plan for as long as one is given; a plan that changes is heard changed, a breath later. */
import { type Plan, compile } from '@feldspar/core/plan';
import { useEffect, useEffectEvent, useRef } from 'react';
import { type Hearing, openHearing } from './hearing.ts';

/** Dragging changes a tempo many times a second; one hears the place where it rests. */
const SETTLE_MS = 180;

/**
 * @param plan what is to be heard, or null for silence; its identity says whether it changed.
 * @param onEnd the plan has run out, or there is no audio (then with the reason).
 */
export function useHearing(plan: Plan | null, onEnd: (error?: unknown) => void): void {
  const hearing = useRef<Hearing | null>(null);
  const ended = useEffectEvent(onEnd);
  useEffect(() => {
    if (!plan) {
      hearing.current?.silence();
      return;
    }
    const timer = setTimeout(
      () => {
        hearing.current ??= openHearing(() => ended());
        hearing.current.play(compile(plan)).catch((error: unknown) => ended(error));
      },
      hearing.current ? SETTLE_MS : 0,
    );
    return () => clearTimeout(timer);
  }, [plan]);
  useEffect(
    () => () => {
      hearing.current?.close();
      hearing.current = null;
    },
    [],
  );
}
