/**
 * A made-up record: the stand-in for a record that a player owns. Drums, a plucked bass and chords in a form of parts, with a fill at the end of
 * each; steady or with a tempo that wanders, in two, three or four, with parts in half time. The beats are known exactly.
 */
import { chance, harmonics, strokeSound } from '../players/index.ts';
import { type VoiceName, voiceSamples } from '../sound/index.ts';

export interface RecordPart {
  name: string;
  bars: number;
  /** Low drum and snare half as often; without drums, or nothing at all. */
  feel?: 'half' | 'no drums' | 'silence';
}

export interface RecordFacts {
  bpm: number;
  beatsPerBar: number;
  parts: readonly RecordPart[];
  seed: number;
  /** How far the tempo wanders to each side, in percent. */
  wanderPercent?: number;
  /** Beats in which it goes once up and down. */
  wanderBeats?: number;
  /** Faster at the end than at the beginning by so much. */
  gainsPercent?: number;
  /** How far the players are beside the beat, as a standard deviation. */
  looseMs?: number;
  sampleRateHz?: number;
  /** Seconds before the first beat. */
  beginsS?: number;
  /** Other sounds in place of some drums, each from its beginning on. */
  sounds?: Partial<Record<VoiceName, Float32Array>>;
}

export interface MadeUpRecord {
  samples: Float32Array;
  sampleRateHz: number;
  /** True beats, in seconds, the end of the last bar among them. */
  beatsS: number[];
  parts: (RecordPart & { fromBar: number })[];
}

const WANDER_BEATS = 44;
const AFTER_S = 1.2;
/** Four chords, as steps over the lowest note. */
const ROOTS = [0, 5, 7, 3];
const LOWEST_HZ = 82.4;

export function madeUpRecord(facts: RecordFacts): MadeUpRecord {
  const { bpm, beatsPerBar, parts, seed, wanderPercent = 0, gainsPercent = 0, looseMs = 4 } = facts;
  const { sampleRateHz: rate = 44_100, beginsS = 0.7, wanderBeats = WANDER_BEATS } = facts;
  const random = chance(seed * 7919 + 11);
  for (let i = 0; i < 20; i++) random();
  const bars = parts.reduce((sum, part) => sum + part.bars, 0);
  const count = bars * beatsPerBar;
  const beatsS = [beginsS];
  for (let i = 0; i < count; i++) {
    const wander = 1 + (wanderPercent / 100) * Math.sin((2 * Math.PI * i) / wanderBeats + seed);
    const gain = 1 + (gainsPercent / 100) * (i / count);
    beatsS.push(beatsS[i] + 60 / (bpm * wander * gain));
  }
  const samples = new Float32Array(Math.ceil((beatsS[count] + AFTER_S) * rate));
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  /** Seconds of a place between beats, as somebody plays it. */
  const placed = (beat: number) => {
    const before = Math.min(count - 1, Math.floor(beat));
    const timeS = beatsS[before] + (beat - before) * (beatsS[before + 1] - beatsS[before]);
    return Math.max(0, timeS + (looseMs / 1000) * normal());
  };
  const add = (timeS: number, sound: Float32Array, gain: number) => {
    const at = Math.round(timeS * rate);
    const end = Math.min(sound.length, samples.length - at);
    for (let i = 0; i < end; i++) samples[at + i] += gain * sound[i];
  };
  const drum = (beat: number, voice: VoiceName, db = 0) =>
    add(
      placed(beat),
      facts.sounds?.[voice] ?? voiceSamples(voice, false, rate),
      10 ** ((db - 2 * random()) / 20),
    );

  let bar = 0;
  const placedParts = parts.map((part) => {
    const fromBar = bar + 1;
    for (let i = 0; i < part.bars; i++, bar++) playBar(part, i);
    return { ...part, fromBar };
  });
  return { samples, sampleRateHz: rate, beatsS, parts: placedParts };

  function playBar({ bars: length, feel }: RecordPart, i: number): void {
    if (feel === 'silence') return;
    const first = bar * beatsPerBar;
    const root = LOWEST_HZ * 2 ** (ROOTS[Math.floor(bar / 2) % ROOTS.length] / 12);
    chord(first, root);
    bass(first, root);
    if (feel === 'no drums') return;
    if (i === 0) drum(first, 'cymbal', 2);
    if (i === length - 1 && length > 1) {
      fill(first);
      return;
    }
    for (let beat = 0; beat < beatsPerBar; beat++) {
      drum(first + beat, 'hat', -6);
      drum(first + beat + 0.5, 'hat', -9);
      const inHalf = feel === 'half';
      const isLow = inHalf ? beat === 0 : beatsPerBar === 3 ? beat === 0 : beat % 2 === 0;
      const isSnare = inHalf ? beat === beatsPerBar >> 1 : !isLow;
      if (isLow) drum(first + beat, 'low', 5);
      else if (isSnare) drum(first + beat, 'snare', 1);
    }
    // Some liveliness before the one.
    if (random() < 0.5) drum(first + beatsPerBar - 0.5, 'low', 0);
  }

  function fill(first: number): void {
    drum(first, 'low', 5);
    for (let step = 2; step < 4 * beatsPerBar; step++)
      if (random() < 0.75) drum(first + step / 4, step % 3 === 0 ? 'high' : 'snare', -4 * random());
  }

  function bass(first: number, root: number): void {
    const places = beatsPerBar === 3 ? [0, 2] : [0, 1.5, 2, 3.5];
    for (const place of places.filter((at) => at < beatsPerBar))
      add(placed(first + place), tone(root, 0.5, 0.25, random), 0.22);
  }

  function chord(first: number, root: number): void {
    const lengthS = beatsS[first + beatsPerBar] - beatsS[first];
    for (const step of [12, 19, 28])
      add(placed(first), swell(root * 2 ** (step / 12), 0.98 * lengthS, rate), 0.035);
  }

  function tone(hz: number, lengthS: number, decayS: number, of: () => number): Float32Array {
    const phase = of();
    const samples = new Float32Array(Math.round(lengthS * rate));
    for (let i = 0; i < samples.length; i++) {
      const t = i / rate;
      const wave = harmonics(2 * Math.PI * (hz * t + phase), 2, 0.4);
      samples[i] = wave * Math.exp(-t / decayS) * Math.min(1, t / 0.003, (lengthS - t) / 0.02);
    }
    return samples;
  }
}

function swell(hz: number, lengthS: number, rate: number): Float32Array {
  const samples = new Float32Array(Math.round(lengthS * rate));
  for (let i = 0; i < samples.length; i++) {
    const t = i / rate;
    const value = harmonics(2 * Math.PI * hz * t, 5, 0.6);
    samples[i] = value * Math.min(1, t / 0.05, Math.max(0, (lengthS - t) / 0.06));
  }
  return samples;
}

/** Struck things arranged into a groove, as a player of one instrument makes one; nothing else sounds. */
export function madeUpGroove(
  facts: Omit<RecordFacts, 'parts'> & {
    bars: number;
    sounds: readonly ('clap' | 'wood' | 'drum' | 'muted')[];
  },
): MadeUpRecord {
  const { bars, sounds, ...others } = facts;
  const parts = [{ name: 'groove', bars, feel: 'silence' as const }];
  const made = madeUpRecord({ ...others, parts });
  const { samples, sampleRateHz: rate, beatsS } = made;
  const random = chance(facts.seed * 104_729 + 3);
  for (let i = 0; i < 20; i++) random();
  const loose = (facts.looseMs ?? 4) / 1000;
  beatsS.slice(0, -1).forEach((timeS, beat) => {
    const inBar = beat % facts.beatsPerBar;
    const next = beatsS[beat + 1];
    const strike = (share: number, db: number, sound: (typeof sounds)[number]) => {
      const at = Math.round((timeS + share * (next - timeS) + loose * (2 * random() - 1)) * rate);
      const stroke = strokeSound(sound, rate, random, 0.4);
      for (let i = 0; i < stroke.length && at + i < samples.length; i++)
        if (at + i >= 0) samples[at + i] += 10 ** (db / 20) * stroke[i];
    };
    strike(0, inBar === 0 ? -6 : -10, sounds[inBar % sounds.length]);
    if (random() < 0.6) strike(0.5, -16, sounds[(inBar + 1) % sounds.length]);
    if (random() < 0.2) strike(0.75, -20, sounds[0]);
  });
  return made;
}
