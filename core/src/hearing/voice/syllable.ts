/**
 * The beginning of a syllable, told from that of a stroke or a note: behind it comes a vowel, louder than itself, periodic and of a gliding pitch, while a
 * stroke is loudest at once and dies away, and a note keeps its pitch. Nothing is learned from any voice.
 */
import type { BandLevels } from '../signal/band-levels.ts';
import { Periodicity } from '../signal/periodicity.ts';
import type { KeptSound } from './kept-sound.ts';

/** An onset's own level is looked for so long; that of what it leads to, as long behind it; the vowel's between these times. */
const ONSET_S = 0.01;
const VOWEL_S = { from: 0.04, to: 0.12 } as const;
/** So far around an onset is looked at what is beside it. */
export const AROUND_S = 0.35;
const BEHIND_S = 0.012;
/**
 * Its vowel is louder than its onset by so much (RMS), and than what comes next by so much (a string plucked with the finger is as loud as it
 * gets by then), and its onset is so far under it high up.
 */
const SYLLABLE = { swellsDb: 3, goesOnDb: 2, highDb: -14 } as const;
/**
 * Whoever counts and plays at once says a word with each stroke, which is as loud as its vowel. In one of the bands in which vowels lie (the second to the fourth)
 * the vowel is louder all the same, by more, and the whole is so bright high up.
 */
const IN_A_BAND = {
  first: 1,
  last: 3,
  swellsDb: 6,
  goesOnDb: 4,
  highDb: -24,
} as const;
/** Levels in bands are looked at so far apart. */
const STEP_S = { onset: 0.002, vowel: 0.008 } as const;
/** Either way its pitch glides by so much, where the vowel is, or a little later, for that of a word that begins with its vowel may still stand; that of a note, which may swell too, stands. */
const GLIDES = { cents: 10, laterS: [0, 0.015, 0.03] } as const;

export interface Syllable {
  isSyllable: boolean;
  /** Of what may be its vowel: how far what is high is under the whole. */
  highDb: number;
}

/** What a sound's onsets are, told one by one. */
export class Syllables {
  private readonly sound: KeptSound;
  private readonly levels: BandLevels;
  private readonly periodicity: Periodicity;

  constructor(sound: KeptSound, levels: BandLevels) {
    this.sound = sound;
    this.levels = levels;
    this.periodicity = new Periodicity(sound.rate, VOWEL_S.to - VOWEL_S.from);
  }

  /** @param at first sample of an onset. */
  at(at: number): Syllable {
    const { sound } = this;
    const vowelDb = sound.powerDb('whole', at, VOWEL_S.from, VOWEL_S.to);
    const highDb = sound.powerDb('high', at, VOWEL_S.from, VOWEL_S.to) - vowelDb;
    const over = (fromS: number) => vowelDb - sound.powerDb('whole', at, fromS, fromS + ONSET_S);
    const swells = () =>
      over(0) > SYLLABLE.swellsDb &&
      over(ONSET_S) > SYLLABLE.goesOnDb &&
      sound.peakDb('high', at, 0, ONSET_S) - sound.peakDb('whole', at, BEHIND_S, AROUND_S) < SYLLABLE.highDb;
    const swellsBesideStroke = () => highDb > IN_A_BAND.highDb && this.swellsInABand(at);
    return { isSyllable: (swells() || swellsBesideStroke()) && this.glides(at), highDb };
  }

  private swellsInABand(at: number): boolean {
    const { levels } = this;
    const piece = this.sound.cut('whole', at, 0, VOWEL_S.to);
    const meanOf = (fromS: number, toS: number, stepS: number) => {
      const sums: number[] = Array(levels.count).fill(1e-12);
      for (let s = fromS + stepS; s < toS; s += stepS)
        levels.powersAt(s, piece).forEach((power, band) => (sums[band] += (power * stepS) / (toS - fromS)));
      return sums.map((power) => 10 * Math.log10(power));
    };
    const vowel = meanOf(VOWEL_S.from, VOWEL_S.to, STEP_S.vowel);
    const { first, last, swellsDb, goesOnDb } = IN_A_BAND;
    const isOver = (fromS: number, leastDb: number) => {
      const was = meanOf(fromS, fromS + ONSET_S, STEP_S.onset);
      return (band: number) => vowel[band] - was[band] > leastDb;
    };
    const bands = vowel.map((_, band) => band).filter((band) => band >= first && band <= last);
    const swelling = bands.filter(isOver(0, swellsDb));
    // Of most strokes no band swells: nothing more has to be looked at.
    return swelling.length > 0 && swelling.some(isOver(ONSET_S, goesOnDb));
  }

  /** Up or down. */
  private glides(at: number): boolean {
    return GLIDES.laterS.some((laterS) => {
      const vowel = this.sound.cut('whole', at, VOWEL_S.from + laterS, VOWEL_S.to + laterS);
      return Math.abs(this.periodicity.glideCents(vowel) ?? 0) > GLIDES.cents;
    });
  }
}
