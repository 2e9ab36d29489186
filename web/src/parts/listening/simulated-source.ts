/** The simulated microphone: a seeded player before it, as sound in a room. All behind it is what a real one goes through. */
import type { Plan } from '@feldspar/core/plan';
import type { PlayerTraits, StrokeKind } from '@feldspar/core/players';
import { simulateSamples } from '../../workers/hear.ts';
import type { SoundSource } from './sound-source.ts';

export interface SimulatedSound {
  traits: PlayerTraits;
  seed: number;
  sound: StrokeKind;
  /** How loud our clicks come in by the loudspeaker; null for headphones. */
  clicksDb: number | null;
}

/** Sound before time zero, so that the room is heard first. */
const BEFORE_S = 0.3;
/** From loudspeaker to microphone. */
export const SIMULATED_DELAY_S = 0.047;

export function simulatedSource(plan: Plan, facts: SimulatedSound): SoundSource {
  let node: AudioBufferSourceNode | null = null;
  return {
    label: 'simulated microphone',
    isSimulated: true,
    inputLatencyMs: null,
    async nodeIn(context) {
      const { sampleRate: sampleRateHz } = context;
      const room = { startS: BEFORE_S, noiseDb: -58, echoS: 0.2 };
      const samples = await simulateSamples(plan, { ...facts, ...room, sampleRateHz });
      node = context.createBufferSource();
      node.buffer = context.createBuffer(1, samples.length, sampleRateHz);
      node.buffer.copyToChannel(samples as Float32Array<ArrayBuffer>, 0);
      return node;
    },
    zeroAt(context, frame) {
      const startS = frame / context.sampleRate + SIMULATED_DELAY_S - BEFORE_S;
      // Nothing is played before now: what would be is left out.
      const missed = Math.max(0, context.currentTime + 0.05 - startS);
      node?.start(startS + missed, missed);
    },
    onGone: () => undefined,
    stop: () => node?.disconnect(),
  };
}
