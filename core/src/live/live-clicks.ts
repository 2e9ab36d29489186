/**
 * Our own clicks in a microphone, while both run: when each click was given to the loudspeaker is known to the sample, so what is looked for
 * is one delay that all clicks share. Nothing is believed that not many clicks agree on. Once the delay is known, what a click sounds like
 * here is learned from the clicks that went by, and better the more there are.
 */
import { HighPass, slidingLikeness } from '../hearing/index.ts';
import {
  ABOVE_HZ,
  type KnownSound,
  type LookedFor,
  RECEIVED_S,
  clickSounds,
  highOf,
  knownSound,
  ofPowerOne,
  receivedSound,
} from '../recordings/index.ts';
import { median } from '../stats/index.ts';
import { AGREEING, type PossibleDelay, possibleDelays, surestOf } from './possible-delays.ts';

/** From the loudspeaker's buffer to the microphone's: wireless ones take a third of a second. */
export const LONGEST_DELAY_S = 0.6;
/** Correlation from which on it is the click. */
const ALIKE = 0.4;
/** Found clicks are followed this closely: the two devices' clocks run apart a little. */
const FOLLOW_S = 0.001;
const FOLLOWED = 9;
/** A sound is learned after so many of it, and learned again; before, from one that is heard alone, as those of a count-in are. */
const LEARNED_AFTER = [3, 5, 8, 12, 20];
const ALONE = 0.85;
const MOST_PIECES = 20;
/** So that the clicks of a count-in are still there when they agree. */
const KEPT_S = 5;
/** Samples that a piece begins before its click. */
const LEAD = 64;

interface Piece {
  samples: Float32Array;
  at: number;
  like: number;
}

export class LiveClicks {
  private readonly clicks: readonly LookedFor[];
  private readonly rate: number;
  private readonly zero: number;
  private readonly sounds: ReadonlyMap<string, Float32Array>;
  private readonly ring: Float32Array;
  private readonly high: Float32Array;
  private readonly filter: HighPass;
  private seen: number;
  /** The next click whose surroundings have not gone by yet. */
  private next = 0;
  /** Of each click that was looked at, where it may be. */
  private looked: number[][] = [];
  private possible: PossibleDelay[] = [];
  private followed: number[] = [];
  private delay: number | null = null;
  private found = 0;
  private pieces = new Map<string, Piece[]>();
  private counts = new Map<string, number>();
  private known = new Map<string, KnownSound>();

  /**
   * @param zeroSample of the microphone's samples, the one at which the timeline's time zero was given to the loudspeaker.
   * @param firstSample the one that is pushed first.
   */
  constructor(clicks: readonly LookedFor[], zeroSample: number, sampleRateHz: number, firstSample = 0) {
    this.clicks = clicks;
    this.seen = firstSample;
    this.rate = sampleRateHz;
    this.zero = zeroSample;
    const sounds = [...clickSounds(clicks, sampleRateHz)];
    this.sounds = new Map(sounds.map(([name, sound]) => [name, highSound(sound, sampleRateHz)]));
    this.ring = new Float32Array(2 ** Math.ceil(Math.log2(KEPT_S * sampleRateHz)));
    this.high = new Float32Array(this.ring.length);
    this.filter = new HighPass(ABOVE_HZ, sampleRateHz);
  }

  /** The delay from loudspeaker to microphone in seconds; null while too few clicks agree on one. */
  get delayS(): number | null {
    return this.delay === null ? null : this.delay / this.rate;
  }

  /** No delay was found, though so many clicks went by that there would be one. */
  get isUnheard(): boolean {
    return this.possible.length === 0 && this.looked.length >= AGREEING.tried;
  }

  /** Clicks that were found where they belong. */
  get count(): number {
    return this.found;
  }

  /** Sample at which a click begins; without a delay there is none. */
  sampleOf(index: number): number {
    return this.zero + this.clicks[index].timeS * this.rate + (this.delay ?? NaN);
  }

  soundOf(index: number): KnownSound | undefined {
    return this.known.get(this.clicks[index].sound);
  }

  push(samples: Float32Array): void {
    const mask = this.ring.length - 1;
    for (let from = 0; from < samples.length;) {
      const due = this.next < this.clicks.length ? this.dueOf(this.next) : Infinity;
      const to = Math.min(samples.length, from + Math.max(1, due - this.seen));
      this.filter.through(samples, from, to, this.high, this.seen);
      for (; from < to; from++) this.ring[this.seen++ & mask] = samples[from];
      if (this.seen >= due) this.lookAt(this.next++);
    }
  }

  private dueOf(index: number): number {
    const at = this.zero + this.clicks[index].timeS * this.rate;
    return this.delay === null
      ? Math.ceil(at + (LONGEST_DELAY_S + 0.03) * this.rate)
      : Math.ceil(at + this.delay + (RECEIVED_S + 0.01) * this.rate);
  }

  private lookAt(index: number): void {
    const { sound } = this.clicks[index];
    const samples = this.sounds.get(sound);
    const at = Math.round(this.zero + this.clicks[index].timeS * this.rate);
    if (!samples || at < 0) return;
    if (this.delay === null) this.search(at, samples);
    else this.follow(index, samples);
  }

  private search(at: number, sound: Float32Array): void {
    const length = Math.round(LONGEST_DELAY_S * this.rate) + sound.length;
    this.looked.push(placesOf(this.cut(this.high, at, length), sound));
    if (this.looked.length > AGREEING.looked) this.looked.shift();
    this.possible = possibleDelays(this.looked, AGREEING.withinS * this.rate);
    this.delay = surestOf(this.possible, this.looked.length);
    if (this.delay !== null) this.learnPast();
  }

  /** The clicks that are still in the ring are looked at again, now that it is known where they are. */
  private learnPast(): void {
    const oldest = this.seen - this.ring.length;
    for (let i = 0; i < this.next; i++) {
      const sound = this.sounds.get(this.clicks[i].sound);
      if (sound && this.sampleOf(i) - 0.01 * this.rate > oldest && this.dueOf(i) <= this.seen)
        this.follow(i, sound);
    }
  }

  private follow(index: number, sound: Float32Array): void {
    const around = Math.ceil(FOLLOW_S * this.rate);
    const first = Math.round(this.sampleOf(index)) - around;
    const { at, like } = loudest(this.cut(this.high, first, 2 * around + sound.length), sound);
    if (like < ALIKE) return;
    this.found++;
    this.followed.push(first + at - this.zero - this.clicks[index].timeS * this.rate);
    if (this.followed.length > FOLLOWED) this.followed.shift();
    this.learn(this.clicks[index].sound, first + at, like);
    this.delay = median(this.followed);
  }

  private learn(sound: string, clickSample: number, like: number): void {
    const samples = this.cut(this.ring, clickSample - LEAD, Math.round(RECEIVED_S * this.rate) + 2 * LEAD);
    const pieces = this.pieces.get(sound) ?? [];
    pieces.push({ samples, at: LEAD, like });
    // The purest are kept.
    if (pieces.length > MOST_PIECES) pieces.splice(leastLike(pieces), 1);
    this.pieces.set(sound, pieces);
    const count = (this.counts.get(sound) ?? 0) + 1;
    this.counts.set(sound, count);
    if (LEARNED_AFTER.includes(count) || (count < LEARNED_AFTER[0] && like >= ALONE))
      this.known.set(sound, knownSound(receivedSound(pieces, this.rate)));
  }

  private cut(ring: Float32Array, first: number, length: number): Float32Array {
    const mask = ring.length - 1;
    const cut = new Float32Array(length);
    for (let i = Math.max(0, -first); i < length && first + i < this.seen; i++)
      cut[i] = ring[(first + i) & mask];
    return cut;
  }
}

function leastLike(pieces: readonly Piece[]): number {
  return pieces.reduce((least, { like }, i) => (like < pieces[least].like ? i : least), 0);
}

/** What of a sound lies where clicks are looked for, of power 1. */
const highSound = (sound: Float32Array, rate: number) => ofPowerOne(highOf(sound, ABOVE_HZ, rate));

/**
 * Where in a piece a sound (of power 1) is loudest: the click itself and not its echo, which is as much like it but softer.
 * @returns its place, and its correlation with the sound there, -1 to 1.
 */
function loudest(piece: Float32Array, sound: Float32Array): { at: number; like: number } {
  const { products, likes } = slidingLikeness(piece, sound);
  const most = products.reduce((best, product) => Math.max(best, product), -Infinity);
  const at = Math.max(0, products.indexOf(most));
  return { at, like: likes[at] ?? -1 };
}

/** Places beside the loudest that are at least so much of it. */
const NEARLY_LOUD = 0.5;

/** All places at which a sound (of power 1) may be in a piece; of those that lie within its length of each other, the loudest. */
function placesOf(piece: Float32Array, sound: Float32Array): number[] {
  const { products, likes } = slidingLikeness(piece, sound);
  const most = products.reduce((loudest, product) => Math.max(loudest, product), 0);
  const places: number[] = [];
  for (let i = 0; i < products.length; i++) {
    if (likes[i] < ALIKE || products[i] < NEARLY_LOUD * most) continue;
    const last = places.at(-1);
    if (last === undefined || i - last > sound.length) places.push(i);
    else if (products[i] > products[last]) places[places.length - 1] = i;
  }
  return places;
}
