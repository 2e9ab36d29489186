/** The way from loudspeaker to microphone and back into the page, measured by our own clicks. */
import type { RoundTrip } from '@feldspar/core/live';
import { STEADY_PLAYER } from '@feldspar/core/players';
import { type Plan, compile } from '@feldspar/core/plan';
import { useCallback, useEffect, useRef, useState } from 'react';
import { rig, setLoopback } from '../../device/rig-store.ts';
import { listenTo } from '../../parts/listening/listening.ts';
import { simulatedSource } from '../../parts/listening/simulated-source.ts';
import { type SoundSource, microphoneSource } from '../../parts/listening/sound-source.ts';
import { playClicks } from '../../sound/click-player.ts';

/** Uneven, so that no click can be taken for its neighbour; softer than a count-in. */
const ROUND: Plan = {
  format: 'feldspar-plan',
  version: 1,
  title: 'The way round',
  sections: [
    {
      bars: 4,
      meter: { beats: 5, unit: '1/4' },
      tempo: { bpm: 84, beat: '1/4' },
      clicks: [{ every: '1/4', accent: ['0'], gainDb: -6 }],
      play: [{ every: '1/4' }],
    },
  ],
};

export interface Loopback {
  running: boolean;
  result: RoundTrip | null;
  error: unknown;
  start(): void;
  cancel(): void;
}

export function useLoopback(): Loopback {
  const [running, setRunning] = useState(false);
  const [result, setResult] = useState<RoundTrip | null>(null);
  const [error, setError] = useState<unknown>(null);
  const ending = useRef<AbortController | null>(null);
  const cancel = useCallback(() => {
    ending.current?.abort();
    setRunning(false);
  }, []);
  useEffect(() => () => ending.current?.abort(), []);

  const start = useCallback(() => {
    ending.current?.abort();
    const { signal } = (ending.current = new AbortController());
    setRunning(true);
    setResult(null);
    setError(null);
    measure(signal)
      .then(setResult, (failure: unknown) => {
        if (!signal.aborted) setError(failure);
      })
      .finally(() => {
        if (!signal.aborted) setRunning(false);
      });
  }, []);
  return { running, result, error, start, cancel };
}

/** Nobody plays before the simulated microphone: only the clicks reach it. */
const NOBODY = {
  traits: { ...STEADY_PLAYER, missChance: 1 },
  seed: 3,
  sound: 'clap',
  clicksDb: -10,
} as const;

async function measure(signal: AbortSignal): Promise<RoundTrip> {
  const { listensTo, microphone, voice, levelDb } = rig();
  const isSimulated = listensTo === 'simulated microphone';
  const source: SoundSource = isSimulated
    ? simulatedSource(ROUND, NOBODY)
    : await microphoneSource(microphone.id);
  const listening = listenTo(source, { kind: 'struck', plan: null, onHeard: () => undefined });
  let stop: () => void = () => undefined;
  try {
    const outputKey = await new Promise<string>((resolve, reject) => {
      signal.addEventListener('abort', () => reject(signal.reason as Error));
      source.onGone(() => reject(new Error('The microphone went away. Plug it in and measure again.')));
      const playing = playClicks(
        compile(ROUND),
        () => void playing.then(({ output }) => resolve(output.key)),
        signal,
        listening,
      );
      playing.then((clicks) => (stop = clicks.stop), reject);
    });
    const ears = listening.ears();
    const found: RoundTrip = ears
      ? await ears.roundTrip(ROUND, { voice, levelDb })
      : { ms: null, why: 'unheard' };
    if (found.ms !== null && !isSimulated)
      setLoopback(outputKey, {
        microphone: microphone.id,
        label: source.label,
        ms: found.ms,
        ci95: found.ci95,
        n: found.n,
        at: new Date().toISOString(),
      });
    return found;
  } finally {
    stop();
    listening.close();
  }
}
