/**
 * Listening while something plays: a microphone, or the simulated one, into the audio context that the clicks sound in, and from there to the
 * ears in their worker. What belongs to the microphone alone is here; what is made of the strokes is the caller's.
 */
import type { SoundKind } from '@feldspar/core/hearing';
import type { Plan } from '@feldspar/core/plan';
import { rig } from '../../device/rig-store.ts';
import { type Capture, capture } from '../../input/microphone.ts';
import type { Beside } from '../../sound/click-player.ts';
import { TimeZero } from '../../sound/time-zero.ts';
import { type HeardNow, type HeardWhole, type LiveEars, openEars } from '../../workers/live.ts';
import type { SoundSource } from './sound-source.ts';

export interface Listening extends Beside {
  source: SoundSource;
  /** @throws Error when the ears died. */
  finish(keeps?: boolean): Promise<HeardWhole>;
  /** The ears, once they are there. */
  ears(): LiveEars | null;
  close(): void;
}

interface ListenOptions {
  kind: SoundKind | null;
  /** The onsets of a voice are strokes too. */
  countsVoice?: boolean;
  /** Whose clicks may be heard; null where nothing sounds. */
  plan: Plan | null;
  /** Whether a loud double clap is waited for: beside the strokes, or as all there is, when nothing is kept. */
  clap?: 'too' | 'only' | undefined;
  onHeard(now: HeardNow): void;
}

export function listenTo(
  source: SoundSource,
  { kind, countsVoice = false, plan, clap, onHeard }: ListenOptions,
): Listening {
  const zero = TimeZero.unset();
  let captured: Capture | null = null;
  let ears: LiveEars | null = null;
  const stopSound = () => {
    captured?.stop();
    source.stop();
  };
  const close = () => {
    stopSound();
    ears?.close();
  };
  return {
    source,
    zero,
    async attach(context) {
      captured = await capture(context, await source.nodeIn(context, zero));
      const { voice, levelDb } = rig();
      ears = await openEars(
        captured.ring,
        zero,
        { kind, countsVoice, plan, clap, sounds: { voice, levelDb } },
        onHeard,
      );
    },
    async finish(keeps) {
      stopSound();
      if (!ears) throw new Error('nothing was listened to');
      return ears.finish(keeps);
    },
    ears: () => ears,
    close,
  };
}
