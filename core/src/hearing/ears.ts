/**
 * Samples to onsets, as they come: for files and for live use alike. Nothing is known beforehand: every threshold follows from the signal's
 * own levels. State lies in typed arrays; memory does not grow with the sound. An onset is told of at most 50 ms after it.
 */
import { type Attack, attackNear } from './attack.ts';
import { BetweenStrokes } from './between-strokes.ts';
import { Engine, HELD, STRUCK, pow2 } from './engine.ts';
import { HalfRate } from './half-rate.ts';
import type { FluxPeak } from './flux.ts';
import { HighPass } from './high-pass.ts';
import { Pulses } from './pulses.ts';
import { KindTeller, type Way } from './kind-teller.ts';
import type { SoundKind } from './kinds.ts';
import { LowStrokes } from './low-strokes.ts';
import type { Onset } from './onset.ts';
import { footOfSwell } from './swell.ts';
import { isTonePulse } from './tone-pulse.ts';

/** So many times louder, and so long after it, a stroke is another one than the last, however near. */
const OUTSHINES = { times: 4, apartS: 0.012 } as const;
/** So soon after a louder stroke its own tone is still forming: another one raises so many of the bands. */
const FORMS = { withinS: 0.09, bands: 0.45 } as const;
const HIGH_PASS_HZ = 200;
const BEGINS_WITH_S = 0.08;
/** A stroke raises the energy by so much, and so many of the bands. */
const RISE = { db: 4.5, bands: 0.2 } as const;
/** Or fewer of them, by more. */
const NARROW = { db: 10, bands: 0.08 } as const;
/** Over a ringing tail it is heard where the tail has died away first: high up, by so much; over a low tone, whose pulses reach there too, by more. */
const OVER_TAIL = { hz: 3000, db: 3, pulsesDb: 7, bands: 0.12 } as const;
/**
 * A held sound swells by so much, or its bands change by so many times what is asked. Where it swells far its foot is when it begins; a note tied to
 * the one before has no foot of its own, and begins where the bands change.
 */
const SWELL = { db: 6, clearly: 2, hasFootDb: 14 } as const;
/** What falls so far while its bands change has not begun, but ended. */
const ENDED_DB = -14;
/** What rings is the loudest of so long before. */
const RINGS_S = 0.05;
/** So long after its beginning the frames have told of a sound. */
const SETTLES_S = 0.12;
/**
 * Of what is plucked, changes are told so far apart, for its notes may be faster than held ones. One without a foot stands clearly over what is asked, or
 * raises so many of the bands.
 */
const PLUCKED = { apartS: 0.1, clearly: 3, bands: 0.45 } as const;
/** From this rate on what is held is listened to at half of it: what tells its notes lies far below. */
const HALVED_FROM_HZ = 32_000;
/** A held sound ends where it has fallen so far below its loudest. */
const END_SHARE = 0.2;
/** The level over time is kept in pieces of so long, and for so long. */
const PIECE_S = 0.005;
const KEPT_S = 1.5;

interface Change {
  /** Index of the one where it begins. */
  sample: number;
  hasFoot: boolean;
  peak: FluxPeak;
}

export class Ears {
  private readonly rate: number;
  private decided: SoundKind | null;
  private readonly ring: Float32Array;
  private readonly high: Float32Array;
  private readonly higher: Float32Array;
  private struck: Engine | null;
  private readonly low: LowStrokes | null;
  private readonly pulses: Pulses | null;
  /** Fed by the sound at half its rate, where that is enough. */
  private held: Engine | null;
  private readonly halved: { rate: HalfRate; ring: Float32Array } | null;
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
  private readonly teller: KindTeller;
  /** A change without a foot, until it is known that it was no end. */
  private doubtful: { sample: number; onset: Onset } | null = null;
  /** What each held onset would be as a stroke; null where it is none. */
  private readonly strokes = new WeakMap<Onset, Onset | null>();
  private readonly between = new BetweenStrokes();
  private open: { onset: Onset; loudest: number } | null = null;

  /** @param kind of the sounds; chosen from the signal where it is left out. */
  constructor(sampleRateHz: number, kind: SoundKind | null = null) {
    this.rate = sampleRateHz;
    this.decided = kind;
    this.struck = kind === 'sustained' || kind === 'pulsed' ? null : new Engine(sampleRateHz, STRUCK);
    this.low = this.struck && new LowStrokes(this.struck, sampleRateHz);
    this.pulses = kind === 'pulsed' ? new Pulses(sampleRateHz) : null;
    const listensHeld = kind !== 'struck' && kind !== 'pulsed';
    const halves = listensHeld && sampleRateHz >= HALVED_FROM_HZ;
    this.held = listensHeld ? new Engine(halves ? sampleRateHz / 2 : sampleRateHz, HELD) : null;
    const kept = pow2(2 * Math.max(0.25 * sampleRateHz, 4 * (this.held?.window ?? 0)));
    this.halved = halves ? { rate: new HalfRate(), ring: new Float32Array(kept / 2) } : null;
    this.ring = new Float32Array(kept);
    this.high = new Float32Array(kept);
    this.higher = new Float32Array(kept);
    this.filter = new HighPass(HIGH_PASS_HZ, sampleRateHz);
    this.filterHigher = new HighPass(Math.min(OVER_TAIL.hz, 0.3 * sampleRateHz), sampleRateHz);
    this.piece = Math.round(PIECE_S * sampleRateHz);
    this.envelope = new Float32Array(pow2(KEPT_S / PIECE_S));
    const { ring, higher, envelope, piece } = this;
    this.teller = new KindTeller({ sampleRateHz, ring, higher, envelope, piece });
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
      const due = Math.min(this.struck?.due ?? Infinity, this.heldDue);
      const to = Math.min(samples.length, from + Math.max(1, due - this.samples));
      this.take(samples, from, to);
      from = to;
      if (this.struck && this.samples >= this.struck.due) this.hearStruck(this.struck);
      if (this.held && this.samples >= this.heldDue) this.hearHeld(this.held);
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

  /** The sample of the sound after which its next long frame can be looked at. */
  private get heldDue(): number {
    if (!this.held) return Infinity;
    return this.halved ? 2 * this.held.due : this.held.due;
  }

  private take(samples: Float32Array, from: number, to: number): void {
    const mask = this.ring.length - 1;
    const { ring } = this;
    if (this.struck) {
      this.filter.through(samples, from, to, this.high, this.samples);
      this.filterHigher.through(samples, from, to, this.higher, this.samples);
    }
    if (this.held) this.halved?.rate.through(samples, from, to, this.halved.ring, this.samples);
    const at = this.samples & mask;
    const whole = Math.min(to, from + ring.length - at);
    ring.set(samples.subarray(from, whole), at);
    if (whole < to) ring.set(samples.subarray(whole, to), 0);
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
    if (!this.decided) this.teller.pieceEnded(index);
    this.followEnd(index);
  }

  private hearStruck(engine: Engine): void {
    const peak = engine.look(this.ring);
    if (peak) this.hearPeak(engine, peak);
    const low = this.low!.look(engine, this.ring, this.samples, this.last.struck);
    if (!low) return;
    this.last.struck = low.sample;
    this.lastLevel = low.level;
    this.found.struck.push(this.onsetAt(low.sample, low.level, low.peak));
  }

  private hearPeak(engine: Engine, peak: FluxPeak): void {
    const attack = this.attackAt(engine.sampleOf(peak), peak.rising);
    if (!attack) return;
    const apart = attack.sample - this.last.struck;
    // A grace note, or a voice, just before it does not hide what is far louder.
    const isFarLouder =
      attack.level > OUTSHINES.times * this.lastLevel && apart > OUTSHINES.apartS * this.rate;
    if (apart < engine.apartS * this.rate && !isFarLouder) return;
    const isForming = apart < FORMS.withinS * this.rate && attack.level < 2 * this.lastLevel;
    if (isForming && peak.rising < FORMS.bands) return;
    this.last.struck = attack.sample;
    this.lastLevel = attack.level;
    this.found.struck.push(this.onsetAt(attack.sample, attack.level, peak));
    if (!this.decided) this.teller.begins('struck', attack.sample, this.samples);
  }

  private attackAt(sample: number, rising: number): Attack | null {
    let pulses = false;
    const near = (ring: Float32Array, leastDb: number) => {
      const attack = attackNear(ring, this.samples, sample, this.rate);
      if (!attack || attack.riseDb < leastDb) return null;
      if (!isTonePulse(ring, this.samples, attack.sample, this.rate)) return attack;
      pulses = true;
      return null;
    };
    if (rising >= NARROW.bands) {
      // A drum with a pitch rises in few bands, but far; a low one only where the high-pass takes it away.
      const attack =
        near(this.high, rising >= RISE.bands ? RISE.db : NARROW.db) ?? near(this.ring, NARROW.db);
      if (attack) return attack;
    }
    if (rising < OVER_TAIL.bands) return null;
    return near(this.higher, pulses ? OVER_TAIL.pulsesDb : OVER_TAIL.db);
  }

  private hearHeld(engine: Engine): void {
    const apart = (this.decided === 'plucked' ? PLUCKED.apartS : engine.apartS) * this.rate;
    const change = this.changeNow(engine);
    const { doubtful } = this;
    // A sound that swells so soon after it says that what changed was the end of the one before.
    const isEnd = doubtful && change?.hasFoot && change.sample - doubtful.sample < apart;
    if (isEnd) this.doubtful = null;
    else if (doubtful && this.samples > doubtful.sample + apart + SETTLES_S * this.rate) this.tellDoubtful();
    if (!change || (!isEnd && change.sample - this.last.held < apart)) return;
    this.tellDoubtful();
    this.last.held = change.sample;
    const level = this.levelAfter(change.sample);
    const onset = this.onsetAt(change.sample, level, change.peak);
    this.strokes.set(onset, this.asStroke(onset, change, level));
    if (change.hasFoot) this.found.held.push(onset);
    else this.doubtful = { sample: change.sample, onset };
    if (this.decided !== 'plucked') this.open = { onset, loudest: 0 };
    if (!this.decided) this.teller.begins('held', change.sample, this.samples);
  }

  /** A held sound that begins, as far as the newest frame settles it: by a swell, which has a foot, or by other bands alone. */
  private changeNow(engine: Engine): Change | null {
    const peak = engine.look(this.halved?.ring ?? this.ring);
    if (!peak) return null;
    const sampleOf = (own: number) => Math.max(0, this.halved ? HalfRate.sampleOf(own) : own);
    const middle = engine.middleSampleOf(peak);
    const foot = footOfSwell(this.ring, this.samples, sampleOf(middle), this.rate);
    // Noise comes and goes a little; a note that is tied to the one before need not be louder, but is another one clearly.
    const swells = foot.riseDb >= SWELL.db;
    if (!swells && (peak.flux < SWELL.clearly * peak.threshold || foot.leftDb < ENDED_DB)) return null;
    const hasFoot = foot.riseDb >= SWELL.hasFootDb;
    const sample = hasFoot ? foot.sample : sampleOf(middle - engine.laterBy);
    // What is there from the first moment on has no beginning that could be heard.
    return sample < BEGINS_WITH_S * this.rate ? null : { sample, hasFoot, peak };
  }

  private tellDoubtful(): void {
    if (this.doubtful) this.found.held.push(this.doubtful.onset);
    this.doubtful = null;
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

  /** Of what is plucked: a string's tone changes while it dies away, too, and what rings on is no part of a stroke's strength. */
  private asStroke(onset: Onset, { sample, hasFoot, peak }: Change, level: number): Onset | null {
    const isClear = peak.flux >= PLUCKED.clearly * peak.threshold || peak.rising >= PLUCKED.bands;
    if (!hasFoot && !isClear) return null;
    const adds = Math.sqrt(Math.max(0, level ** 2 - this.levelBefore(sample) ** 2));
    return { ...onset, strength: Math.min(onset.strength, adds) };
  }

  private levelBefore(sample: number): number {
    let level = 0;
    const mask = this.ring.length - 1;
    for (let i = Math.max(0, sample - Math.round(RINGS_S * this.rate)); i < sample; i++)
      level = Math.max(level, Math.abs(this.ring[i & mask]));
    return level;
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
    const heldS = this.found.held.map(({ timeS }) => timeS);
    this.decided = this.teller.tell(heldS, this.heardS, now);
    if (this.decided === 'sustained') this.struck = null;
    else if (this.decided) this.open = null;
    if (this.decided === 'struck') this.held = null;
  }

  private give(): Onset[] {
    if (!this.decided) return [];
    const { struck, held } = this.found;
    this.found = { struck: [], held: [] };
    if (this.decided === 'plucked')
      return this.between.merge(
        struck,
        held.flatMap((onset) => this.strokes.get(onset) ?? []),
      );
    return this.decided === 'sustained' ? held : struck;
  }
}

/** All of a sound that is there already. */
export function hear(samples: Float32Array, sampleRateHz: number, kind: SoundKind | null = null) {
  const ears = new Ears(sampleRateHz, kind);
  const onsets = [...ears.push(samples), ...ears.end()];
  return { kind: ears.kind!, onsets: onsets.filter(({ timeS }) => timeS < samples.length / sampleRateHz) };
}
