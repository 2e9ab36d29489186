/**
 * Samples to onsets, as they come: for files and for live use alike. Nothing is known beforehand: every threshold follows from the signal's
 * own levels. State lies in typed arrays; memory does not grow with the sound. An onset is told of at most 50 ms after it.
 */
import { type Attack, attackNear } from './attack.ts';
import { Engine, HELD, STRUCK, pow2 } from './engine.ts';
import type { FluxPeak } from './flux.ts';
import { HighPass } from './high-pass.ts';
import { Pulses } from './pulses.ts';
import { periodicityOf } from './periodicity.ts';
import { footOfSwell } from './swell.ts';

/**
 * Struck: claps, taps, drums. Plucked: strings, plucked or muted. Sustained: bowed and blown, without an attack to speak of. Pulsed: the breath's
 * pulses inside one long tone, which nobody but the player can tell from a tone that is unsteady: never chosen by itself.
 */
export const SOUND_KINDS = ['struck', 'plucked', 'sustained', 'pulsed'] as const;
export type SoundKind = (typeof SOUND_KINDS)[number];

export interface Onset {
  /** From the first sample, in seconds. */
  timeS: number;
  /** Largest level of its attack, 0 to 1. */
  strength: number;
  /** 0 to 1: how far it stands over what it had to pass. */
  confidence: number;
  /** Of a held sound, once its end has been told: later than the onset itself. */
  endS?: number;
}

/** So many times louder, and so long after it, a stroke is another one than the last, however near. */
const OUTSHINES = { times: 4, apartS: 0.012 } as const;
const HIGH_PASS_HZ = 200;
const BEGINS_WITH_S = 0.08;
/** A stroke raises the energy by so much, and so many of the bands. */
const RISE = { db: 4.5, bands: 0.2 } as const;
/** Or fewer of them, by more. */
const NARROW = { db: 10, bands: 0.08 } as const;
/** Over a ringing tail it is heard where the tail has died away first: high up, by so much. */
const OVER_TAIL = { hz: 3000, db: 3, bands: 0.12 } as const;
/** A held sound swells by so much, or its bands change by so many times what is asked. */
const SWELL = { db: 3, clearly: 2 } as const;
/** What is left of a sound between these times after its onset, at the least: of a held one nearly all, of a struck one next to nothing. */
const SUSTAIN = { fromS: 0.06, toS: 0.18, heldDb: -9, pluckedDb: -26 } as const;
/** A tone that is held is so periodic, looked at between these times after its onset; a cymbal rings as long and is not. */
const TONE = { fromS: 0.08, toS: 0.14, periodic: 0.5 } as const;
/** Where so many of the held onsets have an attack, so near, they were not bowed or blown. */
const ATTACKED = { share: 0.5, withinS: 0.04 } as const;
/** Of a stroke so much of its level is there so soon, of what comes within the longer time. */
const ABRUPT = { soonS: 0.004, laterS: 0.02, share: 0.6, before: 0.5 } as const;
/** So many onsets, or so many seconds, decide the kind. */
const DECIDES = { onsets: 10, seconds: 8 } as const;
/** A held sound ends where it has fallen so far below its loudest. */
const END_SHARE = 0.2;
/** The level over time is kept in pieces of so long, and for so long. */
const PIECE_S = 0.005;
const KEPT_S = 1.5;

type Way = 'struck' | 'held';
/** What is left of a sound is looked at when it is old enough. */
interface Waiting {
  sample: number;
  way: Way;
}

export class Ears {
  private readonly rate: number;
  private decided: SoundKind | null;
  private readonly ring: Float32Array;
  private readonly high: Float32Array;
  private readonly higher: Float32Array;
  private struck: Engine | null;
  private readonly pulses: Pulses | null;
  private held: Engine | null;
  private samples = 0;
  private found: Record<Way, Onset[]> = { struck: [], held: [] };
  private last = { struck: -Infinity, held: -Infinity };
  /** Of the last struck one. */
  private lastLevel = 0;
  private readonly filter: HighPass;
  private readonly filterHigher: HighPass;
  private readonly envelope: Float32Array;
  private readonly piece: number;
  private sum = 0;
  private sustains: Record<Way, number[]> = { struck: [], held: [] };
  /** Of the held ones, how periodic they are. */
  private periodic: number[] = [];
  private waiting: Waiting[] = [];
  /** When strokes began that were there at once; as long as the kind is not decided. */
  private abruptS: number[] = [];
  private open: { onset: Onset; loudest: number } | null = null;

  /** @param kind of the sounds; chosen from the signal where it is left out. */
  constructor(sampleRateHz: number, kind: SoundKind | null = null) {
    this.rate = sampleRateHz;
    this.decided = kind;
    this.struck = kind === 'sustained' || kind === 'pulsed' ? null : new Engine(sampleRateHz, STRUCK);
    this.pulses = kind === 'pulsed' ? new Pulses(sampleRateHz) : null;
    this.held = kind === null || kind === 'sustained' ? new Engine(sampleRateHz, HELD) : null;
    const kept = pow2(2 * Math.max(0.25 * sampleRateHz, 2 * (this.held?.window ?? 0)));
    this.ring = new Float32Array(kept);
    this.high = new Float32Array(kept);
    this.higher = new Float32Array(kept);
    this.filter = new HighPass(HIGH_PASS_HZ, sampleRateHz);
    this.filterHigher = new HighPass(Math.min(OVER_TAIL.hz, 0.3 * sampleRateHz), sampleRateHz);
    this.piece = Math.round(PIECE_S * sampleRateHz);
    this.envelope = new Float32Array(pow2(KEPT_S / PIECE_S));
  }

  /** What it is heard as; null before that is decided. */
  get kind(): SoundKind | null {
    return this.decided;
  }

  /** Seconds heard so far. */
  get heardS(): number {
    return this.samples / this.rate;
  }

  /** @returns the onsets that these samples settle, in order; while the kind is not decided they are kept. */
  push(samples: Float32Array): Onset[] {
    if (this.pulses) return this.hearPulses(this.pulses, samples);
    for (let from = 0; from < samples.length;) {
      const due = Math.min(this.struck?.due ?? Infinity, this.held?.due ?? Infinity);
      const to = Math.min(samples.length, from + Math.max(1, due - this.samples));
      this.take(samples, from, to);
      from = to;
      if (this.struck && this.samples >= this.struck.due) this.hearStruck(this.struck);
      if (this.held && this.samples >= this.held.due) this.hearHeld(this.held);
      if (!this.decided) this.decide(false);
    }
    return this.give();
  }

  /** The sound is over: what is still kept. */
  end(): Onset[] {
    // So much silence settles what is under way.
    const rest = this.push(new Float32Array(Math.round(0.3 * this.rate)));
    if (!this.decided) this.decide(true);
    return [...rest, ...this.give()];
  }

  private hearPulses(pulses: Pulses, samples: Float32Array): Onset[] {
    this.samples += samples.length;
    return pulses.push(samples).map(({ timeS, level, riseDb, neededDb }) => ({
      timeS,
      strength: level,
      confidence: 1 - Math.exp(-(riseDb / neededDb - 0.5)),
    }));
  }

  private take(samples: Float32Array, from: number, to: number): void {
    const mask = this.ring.length - 1;
    const { ring } = this;
    this.filter.through(samples, from, to, this.high, this.samples);
    this.filterHigher.through(samples, from, to, this.higher, this.samples);
    for (let i = from, at = this.samples; i < to; i++, at++) ring[at & mask] = samples[i];
    for (let i = from; i < to;) {
      // Up to the end of the piece whose level is being taken.
      const end = Math.min(to, i + this.piece - (this.samples % this.piece));
      let { sum } = this;
      this.samples += end - i;
      for (; i < end; i++) sum += samples[i] * samples[i];
      this.sum = sum;
      if (this.samples % this.piece === 0) this.endPiece();
    }
  }

  private endPiece(): void {
    const index = this.samples / this.piece - 1;
    this.envelope[index & (this.envelope.length - 1)] = Math.sqrt(this.sum / this.piece);
    this.sum = 0;
    this.followSustain(index);
    this.followEnd(index);
  }

  private hearStruck(engine: Engine): void {
    const peak = engine.look(this.ring);
    if (!peak) return;
    const attack = this.attackAt(engine.sampleOf(peak), peak.rising);
    if (!attack) return;
    const apart = attack.sample - this.last.struck;
    // A grace note, or a voice, just before it does not hide what is far louder.
    const isFarLouder =
      attack.level > OUTSHINES.times * this.lastLevel && apart > OUTSHINES.apartS * this.rate;
    if (apart < engine.apartS * this.rate && !isFarLouder) return;
    this.last.struck = attack.sample;
    this.lastLevel = attack.level;
    this.found.struck.push(this.onsetAt(attack.sample, attack.level, peak));
    if (this.decided) return;
    this.waiting.push({ sample: attack.sample, way: 'struck' });
    if (this.isAbrupt(attack.sample)) this.abruptS.push(attack.sample / this.rate);
  }

  private attackAt(sample: number, rising: number): Attack | null {
    const clear = attackNear(this.high, this.samples, sample, this.rate);
    if (clear && clear.riseDb >= RISE.db && rising >= RISE.bands) return clear;
    // A drum with a pitch rises in few bands, but far; a low one only where the high-pass takes it away.
    if (rising >= NARROW.bands) {
      if (clear && clear.riseDb >= NARROW.db) return clear;
      const low = attackNear(this.ring, this.samples, sample, this.rate);
      if (low && low.riseDb >= NARROW.db) return low;
    }
    const over = attackNear(this.higher, this.samples, sample, this.rate);
    return over && over.riseDb >= OVER_TAIL.db && rising >= OVER_TAIL.bands ? over : null;
  }

  private hearHeld(engine: Engine): void {
    const peak = engine.look(this.ring);
    if (!peak) return;
    const middle = Math.max(0, engine.middleSampleOf(peak));
    const { sample, riseDb } = footOfSwell(this.ring, this.samples, middle, this.rate);
    // Noise comes and goes a little; a note that is tied to the one before need not be louder, but is another one clearly.
    if (riseDb < SWELL.db && peak.flux < SWELL.clearly * peak.threshold) return;
    if (sample - this.last.held < engine.apartS * this.rate) return;
    // What is there from the first moment on has no beginning that could be heard.
    if (sample < BEGINS_WITH_S * this.rate) return;
    this.last.held = sample;
    const onset = this.onsetAt(sample, this.levelAfter(sample), peak);
    this.found.held.push(onset);
    this.open = { onset, loudest: 0 };
    if (!this.decided) this.waiting.push({ sample, way: 'held' });
  }

  private onsetAt(sample: number, level: number, { flux, threshold }: FluxPeak): Onset {
    return {
      timeS: sample / this.rate,
      strength: Math.min(1, level),
      confidence: 1 - Math.exp(-(flux / threshold - 0.5)),
    };
  }

  private levelAfter(sample: number): number {
    let level = 0;
    const mask = this.ring.length - 1;
    for (let i = sample; i < this.samples; i++) level = Math.max(level, Math.abs(this.ring[i & mask]));
    return level;
  }

  /** Of the onsets that are old enough, how much of their level is left. */
  private followSustain(index: number): void {
    const mask = this.envelope.length - 1;
    const oldest = this.waiting[0];
    if (!oldest || index * this.piece < oldest.sample + SUSTAIN.toS * this.rate) return;
    const { sample: first, way } = this.waiting.shift()!;
    const at = (seconds: number) => Math.floor((first + seconds * this.rate) / this.piece);
    let most = 1e-9;
    let least = Infinity;
    for (let i = at(0); i <= at(SUSTAIN.fromS); i++) most = Math.max(most, this.envelope[i & mask]);
    // The next stroke may come before: it is what is left before it that counts.
    for (let i = at(SUSTAIN.fromS); i <= at(SUSTAIN.toS); i++)
      least = Math.min(least, this.envelope[i & mask]);
    this.sustains[way].push(20 * Math.log10((least + 1e-9) / most));
    if (way === 'held') this.periodic.push(periodicityOf(this.cut(first, TONE.fromS, TONE.toS), this.rate));
  }

  /** A piece of what was heard, from so long after a sample to so long after it. */
  private cut(sample: number, fromS: number, toS: number): Float32Array {
    const first = sample + Math.round(fromS * this.rate);
    const mask = this.ring.length - 1;
    return Float32Array.from(
      { length: Math.round((toS - fromS) * this.rate) },
      (_, i) => this.ring[(first + i) & mask],
    );
  }

  private followEnd(index: number): void {
    if (!this.open) return;
    const level = this.envelope[index & (this.envelope.length - 1)];
    this.open.loudest = Math.max(this.open.loudest, level);
    if (level > END_SHARE * this.open.loudest) return;
    this.open.onset.endS = (index * this.piece) / this.rate;
    this.open = null;
  }

  private decide(now: boolean): void {
    const { struck, held } = this.sustains;
    const enough = Math.max(struck.length, held.length) >= DECIDES.onsets || this.heardS > DECIDES.seconds;
    if (!enough && !now) return;
    const isTone = middleOf(this.periodic) > TONE.periodic;
    const isHeld = middleOf(held) > SUSTAIN.heldDb && isTone && this.isWithoutAttack();
    this.decided = isHeld ? 'sustained' : middleOf(struck) > SUSTAIN.pluckedDb ? 'plucked' : 'struck';
    if (isHeld) this.struck = null;
    else this.held = this.open = null;
    this.waiting = [];
    this.sustains = { struck: [], held: [] };
    this.abruptS = [];
    this.periodic = [];
  }

  /** A stroke is there at once, where little was before; what swells is not. High up, where tails die first. */
  private isAbrupt(sample: number): boolean {
    const most = (fromS: number, toS: number) => {
      let level = 0;
      const to = Math.min(this.samples, sample + toS * this.rate);
      for (let i = Math.max(0, Math.round(sample + fromS * this.rate)); i < to; i++)
        level = Math.max(level, Math.abs(this.higher[i & (this.higher.length - 1)]));
      return level;
    };
    const soon = most(0, ABRUPT.soonS);
    return (
      soon >= ABRUPT.share * most(0, ABRUPT.laterS) && most(-ABRUPT.laterS, -0.001) <= ABRUPT.before * soon
    );
  }

  private isWithoutAttack(): boolean {
    const { held } = this.found;
    const attacked = held.filter(({ timeS }) =>
      this.abruptS.some((other) => Math.abs(other - timeS) < ATTACKED.withinS),
    );
    return held.length > 0 && attacked.length < ATTACKED.share * held.length;
  }

  private give(): Onset[] {
    if (!this.decided) return [];
    const given = this.found[this.decided === 'sustained' ? 'held' : 'struck'];
    this.found = { struck: [], held: [] };
    return given;
  }
}

function middleOf(values: readonly number[]): number {
  return values.toSorted((a, b) => a - b)[values.length >> 1] ?? -Infinity;
}

/** All of a sound that is there already. */
export function hear(samples: Float32Array, sampleRateHz: number, kind: SoundKind | null = null) {
  const ears = new Ears(sampleRateHz, kind);
  const onsets = [...ears.push(samples), ...ears.end()];
  return { kind: ears.kind!, onsets: onsets.filter(({ timeS }) => timeS < samples.length / sampleRateHz) };
}
