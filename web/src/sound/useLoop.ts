/** Hears what is being built, again and again, and goes on in its place when it changes. */
import type { Timeline } from '@feldspar/core/plan';
import { barLength } from '@feldspar/core/time';
import { useEffect, useEffectEvent, useRef } from 'react';
import { type Hearing, openHearing } from './hearing.ts';

export interface Heard {
  /** What it is: something else begins anew, the same goes on in its place. */
  what: string;
  timeline: Timeline;
  loop: boolean;
}

/** Typing changes a number by and by; one hears the place where it rests. */
const SETTLE_MS = 120;

/**
 * @param heard what is to be heard, or null for silence.
 * @param onEnd it has run out, or there is no audio (then with the reason).
 * @returns where it is now, in timeline seconds; null in silence.
 */
export function useLoop(heard: Heard | null, onEnd: (error?: unknown) => void): () => number | null {
  const hearing = useRef<Hearing | null>(null);
  const playing = useRef<Heard | null>(null);
  const ended = useEffectEvent(onEnd);
  useEffect(() => {
    if (!heard) {
      playing.current = null;
      hearing.current?.silence();
      return;
    }
    const before = playing.current;
    if (before?.timeline === heard.timeline && before.what === heard.what) return;
    const go = () => {
      playing.current = heard;
      hearing.current ??= openHearing(() => ended());
      const { timeline, loop } = heard;
      const going =
        before?.what === heard.what
          ? hearing.current.change(timeline, loop, wholeNoteS(timeline) / wholeNoteS(before.timeline))
          : hearing.current.play(timeline, loop);
      going.catch((error: unknown) => ended(error));
    };
    const timer = setTimeout(go, before ? SETTLE_MS : 0);
    return () => clearTimeout(timer);
  }, [heard]);
  useEffect(
    () => () => {
      hearing.current?.close();
      hearing.current = null;
      playing.current = null;
    },
    [],
  );
  return () => hearing.current?.positionS() ?? null;
}

function wholeNoteS({ bars: [{ startS, endS, meter }] }: Timeline): number {
  return (endS - startS) / barLength(meter).valueOf();
}
