/** The simulated microphone: a seeded player before it, as sound in a room. All behind it is what a real one goes through. */
import type { Plan } from '@feldspar/core/plan';
import { type PlayerTraits, type StrokeKind, chance } from '@feldspar/core/players';
import { rig } from '../../device/rig-store.ts';
import { simulateSamples } from '../../workers/hear.ts';
import type { SoundSource } from './sound-source.ts';

export interface SimulatedSound {
  traits: PlayerTraits;
  seed: number;
  sound: StrokeKind;
  /** How loud our clicks come in by the loudspeaker; null for headphones. */
  clicksDb: number | null;
}

/** Sound before time zero, for strokes that come early. */
const BEFORE_S = 0.3;
/** From loudspeaker to microphone. */
const SIMULATED_DELAY_S = 0.047;

/** Of the room, under full level. It is there from the first moment on, as a room is. */
const ROOM_DB = -58;
/** No beat of a plan comes round with it: what repeats with the clicks would be taken for a part of them. */
const ROOM_LOOP_S = 7.313;

export function simulatedSource(plan: Plan, facts: SimulatedSound): SoundSource {
  let playing: AudioBufferSourceNode | null = null;
  const nodes: AudioNode[] = [];
  const sourceOf = (context: AudioContext, samples: Float32Array) => {
    const node = context.createBufferSource();
    node.buffer = context.createBuffer(1, samples.length, context.sampleRate);
    node.buffer.copyToChannel(samples as Float32Array<ArrayBuffer>, 0);
    nodes.push(node);
    return node;
  };
  return {
    label: 'simulated microphone',
    isSimulated: true,
    inputLatencyMs: null,
    async nodeIn(context) {
      const { sampleRate: sampleRateHz } = context;
      const samples = await simulateSamples(plan, {
        ...facts,
        startS: BEFORE_S,
        // Its own room comes beside it.
        noiseDb: -120,
        echoS: 0.2,
        voiceForWood: rig().voice,
        sampleRateHz,
      });
      const all = context.createGain();
      playing = sourceOf(context, samples);
      playing.connect(all);
      const loud = Math.sqrt(3) * 10 ** (ROOM_DB / 20);
      const random = chance(facts.seed);
      const length = Math.round(ROOM_LOOP_S * sampleRateHz);
      const room = sourceOf(
        context,
        Float32Array.from({ length }, () => loud * (2 * random() - 1)),
      );
      room.loop = true;
      room.connect(all);
      room.start();
      nodes.push(all);
      return all;
    },
    zeroAt(context, frame) {
      const startS = frame / context.sampleRate + SIMULATED_DELAY_S - BEFORE_S;
      // Nothing is played before now: what would be is left out.
      const missed = Math.max(0, context.currentTime + 0.05 - startS);
      playing?.start(startS + missed, missed);
    },
    onGone: () => undefined,
    stop: () => nodes.forEach((node) => node.disconnect()),
  };
}
