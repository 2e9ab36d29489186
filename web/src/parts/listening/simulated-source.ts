/** The simulated microphone: a seeded player before it, as sound in a room. All behind it is what a real one goes through. */
import type { Plan } from '@feldspar/core/plan';
import { type PlayerTraits, type StrokeKind, chance } from '@feldspar/core/players';
import { rig } from '../../device/rig-store.ts';
import { playsFromZero } from '../../sound/from-zero.ts';
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
  let nodes: AudioNode[] = [];
  return {
    label: 'simulated microphone',
    isSimulated: true,
    inputLatencyMs: null,
    async nodeIn(context, zero) {
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
      const startS = SIMULATED_DELAY_S - BEFORE_S;
      const player = await playsFromZero(context, { samples, startS, zero: zero.buffer });
      const room = roomIn(context, facts.seed);
      const all = context.createGain();
      player.connect(all);
      room.connect(all);
      nodes = [player, room, all];
      return all;
    },
    onGone: () => undefined,
    stop: () => nodes.forEach((node) => node.disconnect()),
  };
}

function roomIn(context: AudioContext, seed: number): AudioNode {
  const node = context.createBufferSource();
  node.buffer = context.createBuffer(1, Math.round(ROOM_LOOP_S * context.sampleRate), context.sampleRate);
  const loud = Math.sqrt(3) * 10 ** (ROOM_DB / 20);
  const random = chance(seed);
  node.buffer.copyToChannel(
    Float32Array.from({ length: node.buffer.length }, () => loud * (2 * random() - 1)),
    0,
  );
  node.loop = true;
  node.start();
  return node;
}
