/**
 * A simulated recording: the stand-in for somebody who played a plan before a recorder. The strokes of a simulated player as sound, in a
 * room with its noise and its echo; the clicks as a loudspeaker gives them into the same room, or not at all (headphones); a recorder that
 * was started before, and whose clock is a little off. The same numbers make the same sound.
 */
import { type Plan, type Timeline, compile } from '../plan/index.ts';
import {
  type PlayerTraits,
  type StrokeKind,
  addPulsedTone,
  chance,
  simulate,
  strokeSound,
} from '../players/index.ts';
import { type VoiceName, isVoice, scheduleOf, voiceSamples } from '../sound/index.ts';
import { addAt } from './fractional.ts';

export interface RecordingFacts {
  traits: PlayerTraits;
  seed: number;
  sound: StrokeKind;
  sampleRateHz?: number;
  /** Of the room, under full level. */
  noiseDb?: number;
  /** Seconds in which the room's echo falls by 60 dB; 0 for a room without any. */
  echoS?: number;
  /** How loud the clicks are on the recording; null where they are not on it. */
  clicksDb?: number | null;
  /** What sounds where the plan says wood, its usual click. */
  voiceForWood?: VoiceName;
  /** When on the recording the timeline's time zero is. */
  startS?: number;
  /** How much the recorder's clock counts too many seconds, in parts of a million. */
  clockPpm?: number;
}

export interface SimulatedRecording {
  samples: Float32Array;
  sampleRateHz: number;
  /** Where the strokes truly begin on the recording, in seconds. */
  onsetsS: number[];
  clicksS: number[];
}

const STROKE_LENGTH_S = {
  clap: 0.3,
  wood: 0.3,
  drum: 0.5,
  plucked: 1,
  muted: 0.4,
  bowed: 0.5,
  blown: 0.5,
} as const;
const STROKES_DB = -10;
const SPREAD_DB = 6;
const AFTER_S = 1;

/** @throws PlanError when the plan cannot be played. */
export function simulatedRecording(plan: Plan, facts: RecordingFacts): SimulatedRecording {
  const timeline = compile(plan);
  const { sampleRateHz = 48_000, startS = 1.5, clockPpm = 0, clicksDb = null, seed, sound } = facts;
  const { noiseDb = -60, echoS = 0.25 } = facts;
  const heardAt = (timeS: number) => startS + timeS * (1 + clockPpm / 1e6);
  const samples = new Float32Array(Math.ceil((heardAt(timeline.endS) + AFTER_S) * sampleRateHz));
  const random = chance(seed + 500);
  const onsetsS = simulate(timeline, facts.traits, seed)
    .map(({ timeS }) => heardAt(timeS))
    .filter((timeS) => timeS > 0);
  const db = () => STROKES_DB - SPREAD_DB * random();
  if (sound === 'breath')
    addPulsedTone(
      samples,
      onsetsS.map((timeS) => ({ timeS, db: db() - STROKES_DB })),
      sampleRateHz,
      random,
    );
  else addStrokes(sound);
  if (clicksDb !== null)
    addClicks(samples, sampleRateHz, timeline, heardAt, 10 ** (clicksDb / 20), facts.voiceForWood);
  const heard = echoS > 0 ? withEcho(samples, sampleRateHz, echoS, random) : samples;
  const room = Math.sqrt(3) * 10 ** (noiseDb / 20);
  for (let i = 0; i < heard.length; i++) heard[i] += room * (2 * random() - 1);
  const clicksS =
    clicksDb === null
      ? []
      : timeline.clicks.filter(({ sounding }) => sounding).map(({ timeS }) => heardAt(timeS));
  return { samples: heard, sampleRateHz, onsetsS, clicksS };

  function addStrokes(kind: Exclude<StrokeKind, 'breath'>): void {
    const long = kind === 'bowed' || kind === 'blown';
    onsetsS.forEach((timeS, i) => {
      const lengthS = long ? 0.92 * ((onsetsS[i + 1] ?? timeS + 0.6) - timeS) : STROKE_LENGTH_S[kind];
      const gain = 10 ** (db() / 20);
      const at = Math.round(timeS * sampleRateHz);
      const stroke = strokeSound(kind, sampleRateHz, random, lengthS);
      for (let k = 0; k < stroke.length && at + k < samples.length; k++) samples[at + k] += gain * stroke[k];
    });
  }
}

function addClicks(
  samples: Float32Array,
  rate: number,
  timeline: Timeline,
  heardAt: (timeS: number) => number,
  gain: number,
  voiceForWood: VoiceName = 'wood',
): void {
  for (const { timeS, voice, accent, gain: own } of scheduleOf(timeline)) {
    // The player's clock goes by whole samples; the recorder's falls between them.
    const played = Math.round(timeS * rate) / rate;
    const sound = voice === 'wood' ? voiceForWood : isVoice(voice) ? voice : 'tick';
    addAt(
      samples,
      heardAt(played) * rate,
      throughSpeaker(voiceSamples(sound, accent, rate), rate),
      gain * own,
    );
  }
}

/** A small loudspeaker and a microphone give the highest tones less and less: 12 dB an octave from here. */
const SPEAKER_HZ = 9000;

function throughSpeaker(sound: Float32Array, rate: number): Float32Array {
  const share = 1 - Math.exp((-2 * Math.PI * SPEAKER_HZ) / rate);
  let [first, second] = [0, 0];
  return sound.map((value) => {
    first += share * (value - first);
    second += share * (first - second);
    return second;
  });
}

/** A few early reflections and a tail that dies away, each sample of it a reflection of its own (Moorer 1979, Computer Music J. 3:2, from memory). */
function withEcho(dry: Float32Array, rate: number, echoS: number, random: () => number): Float32Array {
  const reflections = 24;
  const delays = new Int32Array(reflections);
  const gains = new Float64Array(reflections);
  for (let n = 0; n < reflections; n++) {
    const delayS = 0.004 + 0.5 * echoS * (n / reflections) ** 1.3 + 0.002 * random();
    gains[n] = 0.35 * 10 ** ((-60 * delayS) / echoS / 20) * (random() < 0.5 ? -1 : 1);
    delays[n] = Math.round(delayS * rate);
  }
  const wet = new Float32Array(dry.length);
  for (let i = 0; i < wet.length; i++) {
    let sum = dry[i];
    for (let n = 0; n < reflections; n++) if (i >= delays[n]) sum += gains[n] * dry[i - delays[n]];
    wet[i] = sum;
  }
  return wet;
}
