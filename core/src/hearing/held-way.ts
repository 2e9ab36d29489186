/**
 * Held sounds, which have no attack to speak of: where one begins it swells, and its foot is when; or the bands change, where it is tied to the one
 * before. Long frames, at half the rate of the sound where that is enough.
 */
import { Engine, HELD } from './engine.ts';
import type { FluxPeak } from './flux.ts';
import { HalfRate } from './half-rate.ts';
import { type Onset, onsetAt } from './onset.ts';
import { footOfSwell } from './swell.ts';

/**
 * A held sound swells by so much, or its bands change by so many times what is asked. Where it swells far its foot is when it begins; a note tied to
 * the one before has no foot of its own, and begins where the bands change.
 */
const SWELL = { db: 6, clearly: 2, hasFootDb: 14 } as const;
/** What falls so far while its bands change has not begun, but ended. */
const ENDED_DB = -14;
/** What is there from the first moment on has no beginning that could be heard. */
const BEGINS_WITH_S = 0.08;
/**
 * Of what is plucked, changes are told so far apart, for its notes may be faster than held ones. One without a foot stands clearly over what is asked, or
 * raises so many of the bands.
 */
const PLUCKED = { apartS: 0.1, clearly: 3, bands: 0.45 } as const;
/** What rings is the loudest of so long before. */
const RINGS_S = 0.05;
/** So long after its beginning the frames have told of a sound. */
const SETTLES_S = 0.12;
/** From this rate on what is held is listened to at half of it: what tells its notes lies far below. */
const HALVED_FROM_HZ = 32_000;
/** A held sound ends where it has fallen so far below its loudest. */
const END_SHARE = 0.2;

interface Change {
  /** Index of the one where it begins. */
  sample: number;
  hasFoot: boolean;
  peak: FluxPeak;
}

export class HeldWay {
  private readonly rate: number;
  private readonly engine: Engine;
  private readonly halved: { rate: HalfRate; ring: Float32Array } | null;
  private isPlucked: boolean;
  private lastSample = -Infinity;
  private found: Onset[] = [];
  /** What each would be as a stroke; null where it is none. */
  private readonly strokes = new WeakMap<Onset, Onset | null>();
  /** A change without a foot, until it is known that it was no end. */
  private doubtful: { sample: number; onset: Onset } | null = null;
  private open: { onset: Onset; loudest: number } | null = null;

  /** @param kept length of the ring that holds the sound. @param isPlucked whether what is heard is plucked; it may be said later. */
  constructor(sampleRateHz: number, kept: number, isPlucked: boolean) {
    this.rate = sampleRateHz;
    this.isPlucked = isPlucked;
    const halves = sampleRateHz >= HALVED_FROM_HZ;
    this.engine = new Engine(halves ? sampleRateHz / 2 : sampleRateHz, HELD);
    this.halved = halves ? { rate: new HalfRate(), ring: new Float32Array(kept / 2) } : null;
  }

  /** The sample of the sound after which its next frame can be looked at. */
  get due(): number {
    return this.halved ? 2 * this.engine.due : this.engine.due;
  }

  /** When those that were not taken yet begin, in seconds. */
  get beginS(): number[] {
    return this.found.map(({ timeS }) => timeS);
  }

  /** @param first how many samples came before these. */
  through(samples: Float32Array, from: number, to: number, first: number): void {
    this.halved?.rate.through(samples, from, to, this.halved.ring, first);
  }

  /** It is known that the sounds are plucked. */
  arePlucked(): void {
    this.isPlucked = true;
    this.open = null;
  }

  /**
   * Looks at the frame that is due. @param ring holds the sound; `last` is the index after its newest sample.
   * @returns the sample at which something begins, where that is settled now.
   */
  hear(ring: Float32Array, last: number): number | null {
    const apart = (this.isPlucked ? PLUCKED.apartS : this.engine.apartS) * this.rate;
    const change = this.change(ring, last);
    const { doubtful } = this;
    // A sound that swells so soon after it says that what changed was the end of the one before.
    const wasEnd = doubtful && change?.hasFoot && change.sample - doubtful.sample < apart;
    if (wasEnd) this.doubtful = null;
    else if (doubtful && last > doubtful.sample + apart + SETTLES_S * this.rate) this.tellDoubtful();
    if (!change || (!wasEnd && change.sample - this.lastSample < apart)) return null;
    this.tellDoubtful();
    const { sample, hasFoot, peak } = change;
    this.lastSample = sample;
    const level = loudestOf(ring, sample, last);
    const onset = onsetAt(sample / this.rate, level, peak);
    this.strokes.set(onset, this.asStroke(onset, change, level, ring));
    if (hasFoot) this.found.push(onset);
    else this.doubtful = { sample, onset };
    if (!this.isPlucked) this.open = { onset, loudest: 0 };
    return sample;
  }

  /** A piece of the sound is as loud as this, and over at this time: what was held may have ended. */
  pieceEnded(level: number, timeS: number): void {
    if (!this.open) return;
    this.open.loudest = Math.max(this.open.loudest, level);
    if (level > END_SHARE * this.open.loudest) return;
    this.open.onset.endS = timeS;
    this.open = null;
  }

  /** Those since the last time, as held ones. */
  take(): Onset[] {
    const taken = this.found;
    this.found = [];
    return taken;
  }

  /** Those since the last time that may be strokes of what is plucked. */
  takeStrokes(): Onset[] {
    return this.take().flatMap((onset) => this.strokes.get(onset) ?? []);
  }

  private change(ring: Float32Array, last: number): Change | null {
    const peak = this.engine.look(this.halved?.ring ?? ring);
    if (!peak) return null;
    const sampleOf = (own: number) => Math.max(0, this.halved ? HalfRate.sampleOf(own) : own);
    const middle = this.engine.middleSampleOf(peak);
    const foot = footOfSwell(ring, last, sampleOf(middle), this.rate);
    // Noise comes and goes a little; a note that is tied to the one before need not be louder, but is another one clearly.
    const swells = foot.riseDb >= SWELL.db;
    if (!swells && (peak.flux < SWELL.clearly * peak.threshold || foot.leftDb < ENDED_DB)) return null;
    const hasFoot = foot.riseDb >= SWELL.hasFootDb;
    const sample = hasFoot ? foot.sample : sampleOf(middle - this.engine.laterBy);
    return sample < BEGINS_WITH_S * this.rate ? null : { sample, hasFoot, peak };
  }

  private tellDoubtful(): void {
    if (this.doubtful) this.found.push(this.doubtful.onset);
    this.doubtful = null;
  }

  /** A string's tone changes while it dies away, too, and what rings on is no part of a stroke's strength. */
  private asStroke(
    onset: Onset,
    { sample, hasFoot, peak }: Change,
    level: number,
    ring: Float32Array,
  ): Onset | null {
    const isClear = peak.flux >= PLUCKED.clearly * peak.threshold || peak.rising >= PLUCKED.bands;
    if (!hasFoot && !isClear) return null;
    const before = loudestOf(ring, Math.max(0, sample - Math.round(RINGS_S * this.rate)), sample);
    const adds = Math.sqrt(Math.max(0, level ** 2 - before ** 2));
    return { ...onset, strength: Math.min(onset.strength, adds) };
  }
}

function loudestOf(ring: Float32Array, from: number, to: number): number {
  let level = 0;
  const mask = ring.length - 1;
  for (let i = from; i < to; i++) level = Math.max(level, Math.abs(ring[i & mask]));
  return level;
}
