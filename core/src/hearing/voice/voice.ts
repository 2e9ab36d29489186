/**
 * A voice that counts aloud, told from strokes. Where several syllables come together somebody speaks; there only what stands out of the voice counts as a
 * stroke. For struck and plucked sounds; a bowed or blown tone swells, is periodic and may glide, and cannot be told from a voice in this way.
 */
import { BandLevels } from '../signal/band-levels.ts';
import { brightStrokeAfterS, standsOutAfterS } from './beside-voice.ts';
import { KeptSound } from './kept-sound.ts';
import type { SoundKind } from '../onset/kinds.ts';
import type { Onset } from '../onset/onset.ts';
import { AROUND_S, type Syllable, Syllables } from './syllable.ts';

/**
 * So many syllables in so long, and such a share of all onsets there, are somebody who speaks, if the brightest of them is no further under itself high up: of
 * speech as a whole 17 dB under it lie there (long-term average spectrum: Byrne et al., J. Acoust. Soc. Am. 96, 1994, 2108–2120, from memory), of a
 * harp's or a vibraphone's note 25 to 38 (measured).
 */
const SPEAKS = { syllables: 4, withinS: 5, share: 0.12, highDb: -24 } as const;
/** What lies so near to a syllable belongs to the voice. */
const NEAR_S = 0.9;
/** When so much more has been heard it is known whether an onset lies in speech. */
const KNOWN_AFTER_S = AROUND_S + SPEAKS.withinS + NEAR_S;
/** What is not as bright as speech and comes so soon after a stroke belongs to it. */
const APART_S = 0.025;
/** Onsets are told of late as long as the kind of the sounds is not known. */
const KEPT_S = 10;

interface Stretch {
  fromS: number;
  toS: number;
}

interface Looked extends Syllable {
  onset: Onset;
  /** The stretch of speech that it lies in, if it does. */
  within: Stretch | null;
  /** There: so long after it a stroke that stands out of speech is heard, if one is; and whether it is as bright. */
  strokeAfterS: number | null;
  isBright: boolean;
}

export interface Told {
  /** In order. */
  strokes: Onset[];
  /** Onsets of syllables. */
  spoken: Onset[];
  voice: Stretch[];
}

/** Kinds in which a voice can be told. */
export const TELLS_VOICE: readonly SoundKind[] = ['struck', 'plucked'];

/** Fed with the sound and the onsets that were heard in it, as they come. */
export class VoiceTeller {
  private readonly sound: KeptSound;
  private readonly levels: BandLevels;
  private readonly syllablesOf: Syllables;
  private waiting: Onset[] = [];
  private readonly looked: Looked[] = [];
  /** Of these, whether they stand out is known of so many. */
  private weighed = 0;
  /** Indices of the syllables, so that the number of onsets between two is their difference. */
  private readonly syllables: number[] = [];
  private readonly voice: Stretch[] = [];

  constructor(sampleRateHz: number) {
    this.sound = new KeptSound(sampleRateHz, KEPT_S);
    this.levels = new BandLevels(sampleRateHz);
    this.syllablesOf = new Syllables(this.sound, this.levels);
  }

  /**
   * @param sound so little of it that what is looked at is still kept: as much as ears take at once. Without what is constant.
   * @param onsets that were told of with it; one may be told late, but sooner than it is looked at.
   */
  push(sound: Float32Array, onsets: readonly Onset[]): void {
    if (onsets.length > 0) this.waiting = [...this.waiting, ...onsets].sort((a, b) => a.timeS - b.timeS);
    this.sound.push(sound);
    this.look(false);
  }

  /** The sound is over. */
  end(): Told {
    this.look(true);
    const told: Told = { strokes: [], spoken: [], voice: this.voice };
    for (const { onset, within, strokeAfterS, isBright } of this.looked) {
      const lastS = told.strokes.at(-1)?.timeS ?? -Infinity;
      const isItsOwn = isBright || onset.timeS > lastS + APART_S;
      const afterS = within ? (isItsOwn ? strokeAfterS : null) : 0;
      if (afterS === null) told.spoken.push(onset);
      else told.strokes.push({ ...onset, timeS: onset.timeS + afterS });
    }
    return told;
  }

  private look(isOver: boolean): void {
    const { looked, sound } = this;
    const has = (timeS: number, moreS: number) => isOver || sound.samples >= (timeS + moreS) * sound.rate;
    while (this.waiting.length > 0 && has(this.waiting[0].timeS, AROUND_S)) {
      const onset = this.waiting.shift()!;
      const syllable = this.syllablesOf.at(this.sampleOf(onset));
      looked.push({ onset, ...syllable, within: null, strokeAfterS: null, isBright: false });
      if (syllable.isSyllable) this.joins(looked.length - 1);
    }
    while (this.weighed < looked.length && has(looked[this.weighed].onset.timeS, KNOWN_AFTER_S)) {
      this.weigh(looked[this.weighed], looked.at(this.weighed + 1)?.onset);
      this.weighed++;
    }
  }

  private weigh(one: Looked, next: Onset | undefined): void {
    const { timeS } = one.onset;
    one.within = this.voice.findLast(({ fromS, toS }) => fromS <= timeS && timeS <= toS) ?? null;
    if (!one.within) return;
    const at = this.sampleOf(one.onset);
    const nextAt = next ? this.sampleOf(next) : Infinity;
    const brightAfterS = brightStrokeAfterS(at, nextAt, this.sound);
    one.isBright = brightAfterS !== null;
    one.strokeAfterS = brightAfterS ?? standsOutAfterS(at, nextAt, this.sound, this.levels);
  }

  /** With those before it a syllable may be speech. */
  private joins(at: number): void {
    this.syllables.push(at);
    const together = this.syllables.slice(-SPEAKS.syllables);
    if (together.length < SPEAKS.syllables) return;
    const [first, last] = [together[0], at].map((i) => this.looked[i].onset.timeS);
    if (last - first > SPEAKS.withinS || SPEAKS.syllables < SPEAKS.share * (at - together[0] + 1)) return;
    if (together.every((i) => this.looked[i].highDb < SPEAKS.highDb)) return;
    const stretch = { fromS: Math.max(0, first - NEAR_S), toS: last + NEAR_S };
    const before = this.voice.at(-1);
    if (before && stretch.fromS <= before.toS) before.toS = stretch.toS;
    else this.voice.push(stretch);
  }

  private readonly sampleOf = ({ timeS }: Onset) => Math.round(timeS * this.sound.rate);
}
