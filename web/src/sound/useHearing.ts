/** Hears a plan for as long as one is given; a plan that changes is heard changed, a breath later. */
import { type Plan, compile } from '@feldspar/core/plan';
import { useEffect, useEffectEvent, useRef } from 'react';
import { type Hearing, openHearing } from './hearing.ts';

/** Dragging changes a tempo many times a second; one hears the place where it rests. */
const SETTLE_MS = 180;

/**
 * @param plan what is to be heard, or null for silence; a plan that says the same is the same.
 * @param onEnd the plan has run out, or there is no audio (then with the reason).
 */
export function useHearing(plan: Plan | null, onEnd: (error?: unknown) => void): void {
  const hearing = useRef<Hearing | null>(null);
  const ended = useEffectEvent(onEnd);
  const play = useEffectEvent(() => {
    if (!plan) return;
    hearing.current ??= openHearing(() => ended());
    hearing.current.play(compile(plan)).catch((error: unknown) => ended(error));
  });
  const said = plan && JSON.stringify(plan);
  useEffect(() => {
    if (said === null) {
      hearing.current?.silence();
      return;
    }
    const timer = setTimeout(() => play(), hearing.current ? SETTLE_MS : 0);
    return () => clearTimeout(timer);
  }, [said]);
  useEffect(
    () => () => {
      hearing.current?.close();
      hearing.current = null;
    },
    [],
  );
}
