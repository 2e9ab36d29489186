/** Tapping along with a steady click, to find the constant offset of an input: equipment and habit together. */
import { type Plan, compile } from '@feldspar/core/plan';
import type { Measurable } from '@feldspar/core/take';
import { type ConstantOffset, constantOffset } from '@feldspar/core/timing';
import { useCallback, useEffect, useRef, useState } from 'react';
import { type PlayingClicks, playClicks } from '../../sound/click-player.ts';
import { type Tap, type TapInput, tapOfKey, tapOfPointer } from '../../input/taps.ts';
import { tapOfNote } from '../../input/midi.ts';
import { useRig } from '../../device/rig-store.ts';
import { useMidi } from '../../parts/listening/useMidi.ts';
import { measureInWorker } from '../../workers/measure.ts';

export const TAP_ALONG: Plan = {
  format: 'feldspar-plan',
  version: 1,
  title: 'Tap along',
  sections: [
    {
      bars: 9,
      meter: { beats: 4, unit: '1/4' },
      tempo: { bpm: 104, beat: '1/4' },
      clicks: [{ every: '1/4' }],
      play: [{ every: '1/4' }],
    },
  ],
};

export type TapAlongResult = ConstantOffset & { input: TapInput; outputKey: string };

export interface TapAlong {
  /** Taps so far while it runs; null when it does not. */
  taps: number | null;
  result: TapAlongResult | null;
  error: unknown;
  start(): void;
  cancel(): void;
  onPointer(event: PointerEvent): void;
}

export function useTapAlong(): TapAlong {
  const running = useRef<{ clicks: PlayingClicks; taps: Tap[] } | null>(null);
  /** Gives up a start whose audio is still waking up. */
  const starting = useRef<AbortController | null>(null);
  const [taps, setTaps] = useState<number | null>(null);
  const [result, setResult] = useState<TapAlongResult | null>(null);
  const [error, setError] = useState<unknown>(null);

  const cancel = useCallback(() => {
    starting.current?.abort();
    running.current?.clicks.stop();
    running.current = null;
    setTaps(null);
  }, []);

  const tap = useCallback((made: Tap | null) => {
    if (!made || !running.current) return false;
    running.current.taps.push(made);
    setTaps(running.current.taps.length);
    return true;
  }, []);

  const finish = useCallback(async () => {
    const done = running.current;
    const clock = done?.clicks.clockFacts() ?? null;
    cancel();
    if (!done) return;
    try {
      setResult(await offsetOf(done.taps, clock, done.clicks.output.key));
    } catch (failure) {
      setError(failure);
    }
  }, [cancel]);

  const start = useCallback(() => {
    cancel();
    setResult(null);
    setError(null);
    setTaps(0);
    const { signal } = (starting.current = new AbortController());
    playClicks(compile(TAP_ALONG), () => void finish(), signal).then(
      (clicks) => {
        // Given up in the very moment in which it began.
        if (signal.aborted) clicks.stop();
        else running.current = { clicks, taps: [] };
      },
      (failure: unknown) => {
        if (signal.aborted) return;
        setTaps(null);
        setError(failure);
      },
    );
  }, [cancel, finish]);

  const active = taps !== null;
  useEffect(() => {
    if (!active) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape') cancel();
      else if (tap(tapOfKey(event))) event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [active, cancel, tap]);
  useEffect(() => cancel, [cancel]);
  const { listensTo, midi } = useRig();
  useMidi({
    chosen: active && listensTo === 'midi',
    sources: null,
    isPlaying: false,
    onEvent: (event) => event.type === 'on' && tap(tapOfNote(event, midi.notes)),
    onPedal: () => undefined,
  });

  return {
    taps,
    result,
    error,
    start,
    cancel,
    onPointer: (event) => void tap(tapOfPointer(event, { left: 0, width: window.innerWidth })),
  };
}

async function offsetOf(
  taps: readonly Tap[],
  clock: Measurable['clock'],
  outputKey: string,
): Promise<TapAlongResult> {
  const [first] = taps;
  const base = { input: first?.input ?? 'keys', outputKey };
  if (taps.some(({ input }) => input !== first.input))
    return {
      ...base,
      ms: null,
      why: 'Keys, mouse and touch each have their own latency: tap with one of them.',
    };
  if (!first || !clock)
    return { ...base, ms: null, why: 'Nothing was tapped. Press a key or the pad with every click.' };
  const take = {
    plan: TAP_ALONG,
    hits: taps.map(({ stampMs }) => ({ timeS: 0, stampMs })),
    clock,
    latencyMs: 0,
    stoppedAtS: null,
  };
  const { report } = await measureInWorker(take);
  return { ...base, ...constantOffset(compile(TAP_ALONG), report) };
}
