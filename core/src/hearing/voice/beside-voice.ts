/** Strokes beside somebody who speaks, told from what is spoken. */
import type { BandLevels } from '../signal/band-levels.ts';
import type { KeptSound } from './kept-sound.ts';
import { AROUND_S } from './syllable.ts';

const ONSET_S = 0.01;
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
/**
 * A drum, a block of wood or a soft clap is not as bright as speech. But in one band its beginning, the loudest moment between the times of `attackS`, is by
 * `risesDb` over what comes before it, and by `fallsDb` over what comes as long after it as is said above; and as a whole it is no further than `underAllDb`
 * under the loudest that is around it, but `itselfS` of its own. All that is looked at every `stepS`. Where it is loudest later than `laterS`, what comes first is the voice, and the stroke is
 * told there.
 */
const STANDS_OUT = {
  risesDb: 10,
  fallsDb: 8,
  underAllDb: -13,
  stepS: 0.003,
  laterS: 0.008,
  attackS: { from: -0.003, to: 0.02 },
  beforeS: { from: -0.03, to: -0.006 },
  itselfS: 0.015,
} as const;
/** An onset whose loudest sample is so far under the loudest around it cannot stand out: no frame of it has to be looked at. */
const TOO_SOFT_DB = -20;
const LEAST_POWER = 1e-12;

/** @param at first sample of the onset, `next` that of the one after it. @returns how many seconds after it a stroke as bright as speech is heard; null where none is. */
export function brightStrokeAfterS(at: number, next: number, sound: KeptSound): number | null {
  if (isBright(at, sound)) return 0;
  // What belongs to the next onset is not looked at.
  const end = Math.min(at + Math.round(STROKE.leadsS * sound.rate), next - Math.round(ONSET_S * sound.rate));
  const later = sound.loudestAt('high', at, end) - Math.round(STROKE.swellsS * sound.rate);
  return isBright(later, sound) ? (later - at) / sound.rate : null;
}

/** @param at of its loudest moment, or a little before that. */
function isBright(at: number, sound: KeptSound): boolean {
  const own = sound.peakDb('high', at, 0, ONSET_S);
  const beside = (part: 'whole' | 'high') =>
    Math.max(
      sound.peakDb(part, at, -AROUND_S, -BESIDE_S.before),
      sound.peakDb(part, at, BESIDE_S.after, AROUND_S),
    );
  const loud = sound.powerDb('high', at, 0, ONSET_S);
  // What takes longest is asked last.
  return (
    loud - sound.powerDb('high', at, -STROKE.fromS, -BESIDE_S.before) >= STROKE.risesDb &&
    sound.powerDb('high', at, STROKE.fromS, STROKE.toS) - loud <= STROKE.fallsDb &&
    own - beside('high') >= STROKE.underHighDb &&
    own - beside('whole') >= STROKE.underAllDb
  );
}

/** @param at first sample of the onset, `next` that of the one after it. @returns how many seconds after it what stands out of all around it is heard; null where it does not. */
export function standsOutAfterS(
  at: number,
  next: number,
  sound: KeptSound,
  levels: BandLevels,
): number | null {
  const { stepS } = STANDS_OUT;
  // What belongs to the next onset is not looked at.
  const nextS = Math.max(stepS, (next - at) / sound.rate - ONSET_S);
  const attackS = { from: STANDS_OUT.attackS.from, to: Math.min(STANDS_OUT.attackS.to, nextS) };
  const ownDb = sound.peakDb('whole', at, attackS.from, attackS.to);
  if (ownDb < sound.peakDb('whole', at, -AROUND_S, AROUND_S) + TOO_SOFT_DB) return null;
  const before = Math.min(AROUND_S, at / sound.rate);
  const piece = sound.cut('whole', at, -before, AROUND_S);
  const bands = levels.powersEvery(stepS, Math.round((before + AROUND_S) / stepS), piece);
  const place = (s: number) => Math.max(0, Math.round((before + s) / stepS));
  const whole = bands[0].map((_, i) => bands.reduce((sum, powers) => sum + powers[i], 0));
  if (comparedIn(whole, attackS, place).overDb < STANDS_OUT.underAllDb) return null;
  for (const powers of bands.toReversed()) {
    const compared = comparedIn(powers, attackS, place);
    if (compared.risesDb < STANDS_OUT.risesDb || compared.fallsDb < STANDS_OUT.fallsDb) continue;
    const afterS = (compared.at - place(0)) * stepS;
    if (afterS <= STANDS_OUT.laterS) return 0;
    const sample = (s: number) => at + Math.round(s * sound.rate);
    const loudest = sound.loudestAt('high', sample(afterS - stepS), sample(afterS + stepS));
    return (loudest - at) / sound.rate - STROKE.swellsS;
  }
  return null;
}

/** @param place of a time from the onset on. @returns where the loudest moment of the beginning is, and by how much it is over what is before, behind and around it. */
function comparedIn(
  powers: Float64Array,
  attackS: { from: number; to: number },
  place: (s: number) => number,
): { at: number; risesDb: number; fallsDb: number; overDb: number } {
  const { beforeS, itselfS, stepS } = STANDS_OUT;
  const loudest = (from: number, to: number) => {
    let most = LEAST_POWER;
    for (let i = Math.max(0, Math.round(from)); i < Math.min(powers.length, Math.round(to)); i++)
      most = Math.max(most, powers[i]);
    return most;
  };
  let at = place(attackS.from);
  for (let i = at; i < place(attackS.to); i++) if (powers[i] > powers[at]) at = i;
  const near = (s: number) => at + s / stepS;
  const behind = powers.subarray(Math.round(near(STROKE.fromS)), Math.round(near(STROKE.toS)));
  const overDb = (power: number) => 10 * Math.log10((powers[at] + LEAST_POWER) / (power + LEAST_POWER));
  return {
    at,
    risesDb: overDb(loudest(near(beforeS.from), near(beforeS.to))),
    fallsDb: overDb(behind.reduce((sum, power) => sum + power, 0) / Math.max(1, behind.length)),
    overDb: overDb(Math.max(loudest(0, near(beforeS.to)), loudest(near(itselfS), powers.length))),
  };
}
