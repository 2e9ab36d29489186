/**
 * The sound of a circle's room: one slow click that goes on and on, and what is clapped to it, by the microphone, keys, touches or a pad as
 * chosen under Sound and inputs; all of it in seconds of the click's own line. Whatever else claps one day (phones in the room) hands its stamps to `tap`.
 */
import { type Plan, type Timeline, compile } from '@feldspar/core/plan';
import { useCallback, useEffect, useEffectEvent, useRef, useState } from 'react';
import { keepAwake } from '../../device/wake-lock.ts';
import { latencyOf, rig } from '../../device/rig-store.ts';
import { openMidi, chosenOf, listenToMidi } from '../../input/midi.ts';
import { type Tap, tapOfKey } from '../../input/taps.ts';
import { type ByEar, byEar } from '../../parts/listening/by-ear.ts';
import { microphoneSource } from '../../parts/listening/sound-source.ts';
import { type PlayingClicks, playClicks } from '../../sound/click-player.ts';

/** An hour and a half at 20 a minute; then the room is opened again. */
const BARS = 2000;

/** One click a bar, whose length nothing changes. */
export const circlePlan = (clickBpm: number): Plan => ({
  format: 'feldspar-plan',
  version: 1,
  title: 'One slow click',
  sections: [
    {
      bars: BARS,
      meter: { beats: 1, unit: '1/4' },
      tempo: { bpm: clickBpm, beat: '1/4' },
      clicks: [{ every: '1/4' }],
      play: [],
    },
  ],
});

interface Open {
  clicks: PlayingClicks;
  ear: ByEar | null;
  taps: number[];
  timeline: Timeline;
  close(): void;
}

export interface Room {
  state: 'shut' | 'opening' | 'open';
  /** It has been open since this screen came up. */
  wasOpen: boolean;
  error: unknown;
  open(): void;
  shut(): void;
  /** Now, on the click's line; null while nothing sounds. */
  nowS(): number | null;
  /** All claps so far, in order. */
  claps(): number[];
  /** Those of the clicks from one moment to another. */
  clicksIn(fromS: number, toS: number): number[];
  by: 'sound' | 'taps';
  tap(tap: Tap): void;
}

export function useRoom(clickBpm: number): Room {
  const [state, setState] = useState<Room['state']>('shut');
  const [wasOpen, setWasOpen] = useState(false);
  const [error, setError] = useState<unknown>(undefined);
  const here = useRef<Open | null>(null);
  const [by] = useState<Room['by']>(() => (rig().listensTo === 'microphone' ? 'sound' : 'taps'));

  /** Of the room that is being opened: it may be left before it is. */
  const opening = useRef<AbortController | null>(null);
  const shut = useCallback(() => {
    opening.current?.abort();
    here.current?.close();
    here.current = null;
    setState('shut');
  }, []);
  useEffect(() => shut, [shut]);

  const open = useCallback(async () => {
    opening.current?.abort();
    const { signal } = (opening.current = new AbortController());
    setState('opening');
    setError(undefined);
    try {
      const plan = circlePlan(clickBpm);
      const timeline = compile(plan);
      const { microphone, listensTo, midi } = rig();
      const pads = listensTo === 'midi' ? chosenOf(await openMidi(), midi.id) : [];
      const ear =
        listensTo === 'microphone'
          ? byEar(await microphoneSource(microphone.id), {
              plan,
              microphone,
              keeps: false,
              onHeard: () => undefined,
            })
          : null;
      let clicks: PlayingClicks;
      try {
        clicks = await playClicks(timeline, shut, signal, ear?.listening);
      } catch (failure) {
        ear?.listening.close();
        throw failure;
      }
      const taps: number[] = [];
      const take = (stampMs: number) => {
        const at = clicks.positionS(stampMs);
        if (at !== null) taps.push(at - latencyOf(clicks.output.key, 'keys') / 1000);
      };
      if (signal.aborted) {
        clicks.stop();
        return ear?.listening.close();
      }
      const endMidi = listenToMidi(pads, (event) => event.type === 'on' && take(event.stampMs));
      const letSleep = keepAwake();
      here.current = {
        ...{ clicks, ear, taps, timeline },
        close() {
          clicks.stop();
          ear?.listening.close();
          endMidi();
          letSleep();
        },
      };
      setState('open');
      setWasOpen(true);
    } catch (failure) {
      // Whoever has left is told nothing.
      if (signal.aborted) return;
      setError(failure);
      setState('shut');
    }
  }, [clickBpm, shut]);

  const tap = useCallback(({ stampMs, input }: Tap) => {
    const room = here.current;
    const at = room?.clicks.positionS(stampMs);
    if (!room || room.ear || at === null || at === undefined) return;
    const kind = input === 'touch' ? 'touch' : input === 'pointer' ? 'pointer' : 'keys';
    room.taps.push(at - latencyOf(room.clicks.output.key, kind) / 1000);
  }, []);
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    const tapped = tapOfKey(event);
    if (!tapped || state !== 'open') return;
    event.preventDefault();
    tap(tapped);
  });
  useEffect(() => {
    const listener = (event: KeyboardEvent) => onKey(event);
    window.addEventListener('keydown', listener);
    return () => window.removeEventListener('keydown', listener);
  }, []);

  return {
    ...{ state, wasOpen, error },
    open: useCallback(() => void open(), [open]),
    shut,
    nowS: useCallback(() => here.current?.clicks.positionS(performance.now()) ?? null, []),
    claps: useCallback(() => {
      const room = here.current;
      if (!room) return [];
      const clock = room.clicks.clockFacts();
      if (!room.ear || !clock) return [...room.taps];
      const delayS = room.ear.latencyMs(room.clicks.output) / 1000;
      return room.ear.hits(clock).map(({ timeS }) => timeS - delayS);
    }, []),
    clicksIn: useCallback(
      (fromS: number, toS: number) =>
        (here.current?.timeline.clicks ?? [])
          .map(({ timeS }) => timeS)
          .filter((timeS) => timeS >= fromS && timeS <= toS),
      [],
    ),
    by,
    tap,
  };
}
