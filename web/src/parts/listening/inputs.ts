/** What is listened to while clicks sound, opened before the first click: the microphone or the pad that was chosen, real or simulated. */
import type { Plan, Timeline } from '@feldspar/core/plan';
import { simulate } from '@feldspar/core/players';
import type { Take } from '@feldspar/core/take';
import { type MidiSource, chosenOf, openMidi } from '../../input/midi.ts';
import { type SimulatedPad, simulatedPad } from '../../input/simulated-pad.ts';
import { type Rig, type SimulatedSetup, kindBefore } from '../../device/rig-store.ts';
import { simulatedSource } from './simulated-source.ts';
import { microphoneSource } from './sound-source.ts';
import { SIMULATED_PLAYERS } from '../simulated/simulated-players.ts';
import type { HeardNow } from '../../workers/live.ts';
import { type MidiSink, openMidiOutput } from '../../sound/midi-outputs.ts';
import { type ByEar, byEar } from './by-ear.ts';

export interface StageInputs {
  ear?: ByEar;
  midi?: { sources: MidiSource[]; facts: NonNullable<Take['midi']> };
  /** Plays by itself, once it is known when time zero is. */
  pad?: (timeline: Timeline, stampOf: (timelineS: number) => number) => void;
  /** The outside device that keeps with the plan. */
  sink?: MidiSink;
  close(): void;
}

const CLICKS_DB: Record<SimulatedSetup['clicks'], number | null> = { none: null, soft: -14, loud: -4 };
const seed = () => crypto.getRandomValues(new Uint16Array(1))[0];
const traitsOf = ({ player }: SimulatedSetup) => (SIMULATED_PLAYERS[player] ?? SIMULATED_PLAYERS[0]).traits;

/** @throws MicrophoneProblem, MidiProblem with the remedy. */
export async function openInputs(
  rig: Rig,
  plan: Plan,
  onHeard: (now: HeardNow) => void,
): Promise<StageInputs> {
  // First, since it is let go by itself.
  const sink = rig.midiOut.id === '' ? undefined : await openMidiOutput(rig.midiOut.id);
  const inputs = await openSources(rig, plan, onHeard);
  return { ...inputs, ...(sink ? { sink } : {}) };
}

async function openSources(
  { listensTo, microphone, midi, simulated, keepsSound, handsFree }: Rig,
  plan: Plan,
  onHeard: (now: HeardNow) => void,
): Promise<StageInputs> {
  if (listensTo === 'microphone' || listensTo === 'simulated microphone') {
    const source =
      listensTo === 'microphone'
        ? await microphoneSource(microphone.id)
        : simulatedSource(plan, {
            traits: traitsOf(simulated),
            seed: seed(),
            sound: simulated.sound,
            clicksDb: CLICKS_DB[simulated.clicks],
          });
    const before = { ...microphone, kind: kindBefore({ listensTo, microphone, simulated }) };
    const endsByClap = handsFree.doubleClap;
    const ear = byEar(source, { plan, microphone: before, keeps: keepsSound, endsByClap, onHeard });
    return { ear, close: () => ear.listening.close() };
  }
  if (listensTo === 'midi') {
    const sources = chosenOf(await openMidi(), midi.id);
    const device = sources
      .map(({ label }) => label)
      .join(', ')
      .slice(0, 200);
    return { midi: { sources, facts: { device, simulated: false } }, close: () => undefined };
  }
  if (listensTo === 'simulated pad') {
    const pad: SimulatedPad = simulatedPad();
    return {
      midi: { sources: [pad], facts: { device: pad.label, simulated: true } },
      pad: (timeline, stampOf) =>
        pad.play(
          simulate(timeline, traitsOf(simulated), seed()).map(({ timeS, voice }) => ({
            stampMs: stampOf(timeS),
            strength: 0.7,
            ...(voice ? { voice } : {}),
          })),
        ),
      close: () => pad.stop(),
    };
  }
  return { close: () => undefined };
}
