/**
 * A voice that counts aloud, told from strokes. A syllable swells: behind its onset comes a vowel, louder than the onset itself, periodic and of
 * a gliding pitch, while a stroke is loudest at once and dies away, and a note keeps its pitch. Where several such come together somebody
 * speaks; there only what is at once as loud, high up, as the voice around it counts as a stroke. Nothing is learned from any voice. For struck
 * and plucked sounds; a bowed or blown tone swells, is periodic and may glide, and cannot be told from a voice in this way.
 */
import type { Onset } from './onset.ts';
import type { SoundKind } from './kinds.ts';
import { DcBlocker } from './dc-blocker.ts';
import { AT_ONCE } from './half-rate.ts';
import { HighPass } from './high-pass.ts';
import { loudestIn } from './loudest.ts';
import { glideCents, periodicityOf } from './periodicity.ts';
import { cut, keep } from './ring.ts';

const HIGH_HZ = 3000;
/** An onset's own level is looked for so long; that of what it leads to, as long behind it; the vowel's between these times. */
const ONSET_S = 0.01;
const VOWEL_S = { from: 0.04, to: 0.12 } as const;
/**
 * A syllable: its vowel is louder than its onset by so much (RMS), and than what comes next by so much (a string plucked with the finger is as loud as it
 * gets by then), so periodic, its onset is so far under it high up, and its pitch glides by so much: that of an instrument's note, which may swell too, stands.
 */
const SYLLABLE = { swellsDb: 3, goesOnDb: 2, periodic: 0.5, highDb: -14, glidesCents: 10 } as const;
/** Its pitch is looked at there, and so much later: where a word begins with its vowel it may still stand. */
const LATER_S = [0, 0.015, 0.03];
/**
 * So many of them in so long, and such a share of all onsets there, are somebody who speaks, if the brightest of them is no further under itself high up: of
 * speech as a whole 17 dB under it lie there (long-term average spectrum: Byrne et al., J. Acoust. Soc. Am. 96, 1994, 2108–2120, from memory), of a
 * harp's or a vibraphone's note 25 to 38 (measured).
 */
const SPEAKS = { syllables: 3, withinS: 4, share: 0.12, highDb: -24 } as const;
/** What lies so near to a syllable belongs to the voice. */
const NEAR_S = 0.9;
/** What is looked at around an onset. */
const AROUND_S = 0.35;
const BESIDE_S = { before: 0.005, after: 0.012 } as const;
/**
 * A stroke within speech is, high up, about as loud as anything beside it, not far under the vowels, and dies away between these times; a
 * vowel that follows a consonant does not rise so much. What leads to it, or the voice just before it, may be where it is said to begin: it is loudest so long
 * after that, at the most, having come so long before it is.
 */
const STROKE = {
  underHighDb: -1,
  underAllDb: -12,
  fallsDb: -6,
  risesDb: 12,
  fromS: 0.03,
  toS: 0.1,
  leadsS: 0.022,
  swellsS: 0.001,
} as const;
const LEAST = 1e-6;
/** Onsets are told of late as long as the kind of the sounds is not known. */
const KEPT_S = 10;

interface Looked {
  onset: Onset;
  isSyllable: boolean;
  /** Of what may be its vowel: how far what is high is under the whole. */
  highDb: number;
  /** So long after it a stroke is heard that stands within speech, if one is. */
  strokeAfterS: number | null;
}

export interface Told {
  /** In order. */
  strokes: Onset[];
  /** Onsets of syllables. */
  spoken: Onset[];
  voice: { fromS: number; toS: number }[];
}

/** Kinds in which a voice can be told. */
export const TELLS_VOICE: readonly SoundKind[] = ['struck', 'plucked'];

/** Fed with the sound and the onsets that were heard in it, as they come. */
export class VoiceTeller {
  private readonly rate: number;
  private readonly ring: Float32Array;
  private readonly high: Float32Array;
  private readonly blocker: DcBlocker;
  private readonly filter: HighPass;
  private samples = 0;
  private waiting: Onset[] = [];
  private readonly looked: Looked[] = [];

  constructor(sampleRateHz: number) {
    this.rate = sampleRateHz;
    const kept = 2 ** Math.ceil(Math.log2(KEPT_S * sampleRateHz));
    this.ring = new Float32Array(kept);
    this.high = new Float32Array(kept);
    this.blocker = new DcBlocker(sampleRateHz);
    this.filter = new HighPass(Math.min(HIGH_HZ, 0.3 * sampleRateHz), sampleRateHz);
  }

  /** @param onsets that were told of with these samples; one may be told late, but sooner than it is looked at. */
  push(samples: Float32Array, onsets: readonly Onset[]): void {
    this.waiting = [...this.waiting, ...onsets].sort((a, b) => a.timeS - b.timeS);
    // In pieces that the ring holds beside what is looked back at.
    for (let from = 0; from < samples.length; from += AT_ONCE) {
      const sound = this.blocker.push(samples.subarray(from, from + AT_ONCE));
      this.filter.through(sound, 0, sound.length, this.high, this.samples);
      keep(sound, this.ring, this.samples);
      this.samples += sound.length;
      this.look(false);
    }
  }

  /** The sound is over. */
  end(): Told {
    this.look(true);
    const speaks = this.whereSpoken();
    let s = 0;
    const told: Told = { strokes: [], spoken: [], voice: speaks };
    for (const { onset, strokeAfterS } of this.looked) {
      const { timeS } = onset;
      while (s < speaks.length && speaks[s].toS < timeS) s++;
      if (s === speaks.length || speaks[s].fromS > timeS) told.strokes.push(onset);
      else if (strokeAfterS === null) told.spoken.push(onset);
      else told.strokes.push({ ...onset, timeS: timeS + strokeAfterS });
    }
    return told;
  }

  private look(isOver: boolean): void {
    while (this.waiting.length > 0) {
      const [onset] = this.waiting;
      const at = Math.round(onset.timeS * this.rate);
      if (!isOver && this.samples < at + AROUND_S * this.rate) return;
      this.waiting.shift();
      const next = this.waiting.at(0)?.timeS ?? Infinity;
      this.looked.push({ onset, ...this.soundOf(at, next * this.rate) });
    }
  }

  /** @param next sample of the onset that comes after. */
  private soundOf(at: number, next: number): Omit<Looked, 'onset'> {
    const { ring, high } = this;
    const own = decibels(this.peak(high, at, 0, ONSET_S));
    const strokeAt = [at, this.loudestAfter(at, next)].find((place) => this.isStroke(place));
    const vowel = this.cut(ring, at, VOWEL_S.from, VOWEL_S.to);
    const over = (fromS: number) => loudness(vowel) - loudness(this.cut(ring, at, fromS, fromS + ONSET_S));
    const behindDb = decibels(this.peak(ring, at, BESIDE_S.after, AROUND_S));
    return {
      highDb: loudness(this.cut(high, at, VOWEL_S.from, VOWEL_S.to)) - loudness(vowel),
      isSyllable:
        over(0) > SYLLABLE.swellsDb &&
        over(ONSET_S) > SYLLABLE.goesOnDb &&
        own - behindDb < SYLLABLE.highDb &&
        periodicityOf(vowel, this.rate) > SYLLABLE.periodic &&
        this.glides(at),
      strokeAfterS: strokeAt === undefined ? null : (strokeAt - at) / this.rate,
    };
  }

  /** @param at of its loudest moment, or a little before that. */
  private isStroke(at: number): boolean {
    const { ring, high } = this;
    const own = decibels(this.peak(high, at, 0, ONSET_S));
    const beside = (of: Float32Array) =>
      decibels(
        Math.max(this.peak(of, at, -AROUND_S, -BESIDE_S.before), this.peak(of, at, BESIDE_S.after, AROUND_S)),
      );
    const loud = loudness(this.cut(high, at, 0, ONSET_S));
    return (
      own - beside(ring) >= STROKE.underAllDb &&
      own - beside(high) >= STROKE.underHighDb &&
      loudness(this.cut(high, at, STROKE.fromS, STROKE.toS)) - loud <= STROKE.fallsDb &&
      loud - loudness(this.cut(high, at, -STROKE.fromS, -BESIDE_S.before)) >= STROKE.risesDb
    );
  }

  /** @param next sample of the onset that comes after: what belongs to that is not looked at. @returns where a stroke that is loudest soon would begin. */
  private loudestAfter(at: number, next: number): number {
    const { high } = this;
    const mask = high.length - 1;
    const leads = at + Math.round(STROKE.leadsS * this.rate);
    const end = Math.min(this.samples, leads, next - Math.round(ONSET_S * this.rate));
    let loudest = at;
    for (let i = at; i < end; i++) if (Math.abs(high[i & mask]) > Math.abs(high[loudest & mask])) loudest = i;
    return loudest - Math.round(STROKE.swellsS * this.rate);
  }

  private glides(at: number): boolean {
    return LATER_S.some((laterS) => {
      const piece = this.cut(this.ring, at, VOWEL_S.from + laterS, VOWEL_S.to + laterS);
      return Math.abs(glideCents(piece, this.rate) ?? 0) > SYLLABLE.glidesCents;
    });
  }

  /** Stretches in which enough syllables lie together. */
  private whereSpoken(): Told['voice'] {
    /** Indices into all onsets, so that their number between two syllables is their difference. */
    const syllables = this.looked.flatMap(({ isSyllable }, i) => (isSyllable ? [i] : []));
    const stretches: Told['voice'] = [];
    for (let i = 0; i + SPEAKS.syllables <= syllables.length; i++) {
      const together = syllables.slice(i, i + SPEAKS.syllables);
      const [from, to] = [together[0], together[SPEAKS.syllables - 1]];
      const [first, last] = [from, to].map((at) => this.looked[at].onset.timeS);
      if (last - first > SPEAKS.withinS || SPEAKS.syllables < SPEAKS.share * (to - from + 1)) continue;
      if (together.every((at) => this.looked[at].highDb < SPEAKS.highDb)) continue;
      const stretch = { fromS: Math.max(0, first - NEAR_S), toS: last + NEAR_S };
      const before = stretches.at(-1);
      if (before && stretch.fromS <= before.toS) before.toS = stretch.toS;
      else stretches.push(stretch);
    }
    return stretches;
  }

  private peak(ring: Float32Array, at: number, fromS: number, toS: number): number {
    return loudestIn(ring, this.samples, at + fromS * this.rate, at + toS * this.rate);
  }

  private cut(ring: Float32Array, at: number, fromS: number, toS: number): Float32Array {
    const first = Math.max(0, at + Math.round(fromS * this.rate));
    return cut(ring, first, Math.max(first, Math.min(this.samples, at + Math.round(toS * this.rate))));
  }
}

const decibels = (level: number) => 20 * Math.log10(level + LEAST);

/** In dB, by its mean power. */
function loudness(samples: Float32Array): number {
  let sum = 0;
  for (const value of samples) sum += value * value;
  return decibels(Math.sqrt(sum / Math.max(1, samples.length)));
}
