/** The check before playing: two seconds of the room, then four notes; what was heard, and what to change. */
import { type LevelTrouble, type Levels, decibels, levelTrouble } from '@feldspar/core/live';
import type { SoundKind } from '@feldspar/core/hearing';
import { STEADY_PLAYER } from '@feldspar/core/players';
import type { Plan } from '@feldspar/core/plan';
import { useCallback, useEffect, useRef, useState } from 'react';
import { kindBefore, rig } from '../../device/rig-store.ts';
import { type Listening, listenTo } from '../../parts/listening/listening.ts';
import { simulatedSource } from '../../parts/listening/simulated-source.ts';
import { type SoundSource, microphoneSource } from '../../parts/listening/sound-source.ts';

const ROOM_S = 2;
const NOTES = 4;
/** Whoever plays softly, or bows, is not asked for ever. */
const LONGEST_S = 10;
const PIECES = 320;

export interface Checked {
  label: string;
  /** Of so many pieces of the sound, the loudest, 0 to 1. */
  outline: number[];
  /** Strokes, as a share of the whole length. */
  places: number[];
  kind: SoundKind | null;
  levels: Levels;
  trouble: LevelTrouble | 'unheard' | null;
}

export type CheckState =
  | { step: 'idle' }
  | { step: 'opening' }
  | { step: 'room' | 'notes'; levels: Levels; heard: number }
  | { step: 'done'; checked: Checked };

/** What the simulated player strikes. */
const FOUR_NOTES: Plan = {
  format: 'feldspar-plan',
  version: 1,
  title: 'Four notes',
  sections: [
    {
      bars: 1,
      meter: { beats: 4, unit: '1/4' },
      tempo: { bpm: 75, beat: '1/4' },
      clicks: [],
      play: [{ every: '1/4' }],
    },
  ],
};

export interface MicrophoneCheck {
  state: CheckState;
  error: unknown;
  start(): void;
  cancel(): void;
}

export function useMicrophoneCheck(): MicrophoneCheck {
  const [state, setState] = useState<CheckState>({ step: 'idle' });
  const [error, setError] = useState<unknown>(null);
  const ending = useRef<AbortController | null>(null);

  const cancel = useCallback(() => {
    ending.current?.abort();
    setState({ step: 'idle' });
  }, []);
  useEffect(() => () => ending.current?.abort(), []);

  const start = useCallback(() => {
    ending.current?.abort();
    const { signal } = (ending.current = new AbortController());
    setError(null);
    setState({ step: 'opening' });
    check(signal, (next) => !signal.aborted && setState(next)).catch((failure: unknown) => {
      if (signal.aborted) return;
      setState({ step: 'idle' });
      setError(failure);
    });
  }, []);
  return { state, error, start, cancel };
}

async function check(signal: AbortSignal, show: (state: CheckState) => void): Promise<void> {
  const { listensTo, microphone, simulated } = rig();
  const source: SoundSource =
    listensTo === 'simulated microphone'
      ? simulatedSource(FOUR_NOTES, {
          traits: STEADY_PLAYER,
          seed: 7,
          sound: simulated.sound,
          clicksDb: null,
        })
      : await microphoneSource(microphone.id);
  const context = new AudioContext({ latencyHint: 'interactive' });
  let listening: Listening | null = null;
  try {
    signal.throwIfAborted();
    await context.resume();
    const strokes: number[] = [];
    await new Promise<void>((resolve, reject) => {
      signal.addEventListener('abort', () => reject(signal.reason as Error));
      source.onGone(resolve);
      listening = listenTo(source, {
        kind: kindBefore({ listensTo, microphone, simulated }),
        plan: null,
        onHeard({ strokes: more, levels, heardS, failed }) {
          if (failed !== undefined) return reject(new Error(failed));
          strokes.push(...more.map(({ strength }) => strength));
          show({ step: heardS < ROOM_S ? 'room' : 'notes', levels, heard: strokes.length });
          if (strokes.length >= NOTES || heardS > LONGEST_S) resolve();
        },
      });
      const { attach, zero } = listening;
      attach(context).then(() => {
        zero.frame = Math.round((context.currentTime + ROOM_S) * context.sampleRate);
      }, reject);
    });
    show({ step: 'done', checked: await whatWasHeard(listening!, source, context.sampleRate) });
  } finally {
    (listening as Listening | null)?.close();
    source.stop();
    void context.close();
  }
}

async function whatWasHeard(listening: Listening, source: SoundSource, rate: number): Promise<Checked> {
  const outline = (await listening.ears()?.outline(PIECES)) ?? [];
  const { strokes, kind, levels, firstFrame, frames } = await listening.finish();
  const trouble = levelTrouble(
    levels,
    strokes.map(({ strength }) => decibels(strength)),
  );
  return {
    label: source.label,
    outline,
    places: strokes.map(({ frame }) => (frame - firstFrame) / Math.max(rate / 100, frames)),
    kind: strokes.length >= NOTES ? kind : null,
    levels,
    trouble: trouble ?? (strokes.length === 0 ? 'unheard' : null),
  };
}
