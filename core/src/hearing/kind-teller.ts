/**
 * What kind of sounds are heard, from the signal alone: whether it dies away from its beginning on, how much of a sound is left a moment after its beginning,
 * and whether that is a tone.
 */
import type { SoundKind } from './onset/kinds.ts';
import type { Onset } from './onset/onset.ts';
import { Periodicity } from './signal/periodicity.ts';
import { confidenceOf } from './onset/prediction-errors.ts';

/**
 * What is left of a sound between these times after its onset, at the least: of a held one nearly all, a part of it where it is held but short, of a struck
 * one next to nothing.
 */
const SUSTAIN = { fromS: 0.06, toS: 0.18, heldDb: -7, detachedDb: -20, pluckedDb: -26 } as const;
/** So long after its onset enough of a sound is known. */
export const TELLS_AFTER_S = SUSTAIN.toS;
/** A tone that is held is so periodic, a clear one more, looked at between these times after its onset; a cymbal rings as long and is not. */
const TONE = { fromS: 0.08, toS: 0.14, periodic: 0.5, clear: 0.9 } as const;
/** The level over time is looked at in pieces of so long, to the nearest sample. */
const PIECE_S = 0.005;
/**
 * What is plucked dies away from its beginning on, though a piano does so slowly: most of the time it falls by more than so much a second. What is held by
 * bow or breath rises about as often as it falls, or hardly falls. Compared are levels of so many pieces, so many apart (longer than the period of a low string), unless one
 * is so far under the loudest: there nothing plays.
 */
const DIES = { dbPerS: -4, hardlyDbPerS: -0.7, pieces: 8, apart: 12, silentDb: -40 } as const;
/**
 * Short notes of a brass player die away most of the time, too; but they swell: nothing that is plucked takes so long to come so near, in dB, to its loudest
 * within some time. As strokes, which do not tell when a slow note begins, they take at least so long; that is asked first, as it costs nothing. What becomes
 * no louder by so much than what rang before it does not swell, though the level of what rings goes up and down.
 */
const SWELLS = { db: -1.5, withinS: 0.15, leastS: 0.035, asStrokesS: 0.02, risesDb: 3 } as const;
/** Where clear beginnings are mostly closer than this nobody holds a tone. What is not foretold by 10 dB can hardly be anything but a beginning. */
const FAST = { gapS: 0.16, confidence: confidenceOf(10) } as const;

const LEAST_POWER = 1e-12;
const LEAST_LEVEL = 1e-9;

/** The sound, and what is heard in it as one kind or another: that is asked for only where it decides. */
export interface Heard {
  samples: Float32Array;
  sampleRateHz: number;
  /** Nothing but silence comes after it. */
  isOver: boolean;
  as: (kind: 'struck' | 'plucked' | 'sustained') => readonly Onset[];
}

/** Of each piece of the sound, its mean power. */
interface Level {
  powers: Float64Array;
  pieceS: number;
}

export function kindOf(heard: Heard): Exclude<SoundKind, 'pulsed'> {
  const level = levelOf(heard);
  if (isHeld(heard, level)) return 'sustained';
  return middleOf(sustainsOf(heard.as('struck'), level)) > SUSTAIN.pluckedDb ? 'plucked' : 'struck';
}

function isHeld(heard: Heard, level: Level): boolean {
  const dbPerS = slopeOf(level);
  const seemsHeld =
    dbPerS < DIES.dbPerS
      ? isShortButHeld(heard, level)
      : isHeldTone(heard, level, dbPerS > DIES.hardlyDbPerS);
  if (!seemsHeld) return false;
  const clear = heard.as('plucked').filter(({ confidence }) => confidence > FAST.confidence);
  const gaps = clear.slice(1).map(({ timeS }, i) => timeS - clear[i].timeS);
  return !(gaps.length > 0 && middleOf(gaps) < FAST.gapS);
}

function isShortButHeld(heard: Heard, level: Level): boolean {
  if (middleOf(swellsOf(heard.as('struck'), level)) < SWELLS.asStrokesS) return false;
  const onsets = heard.as('sustained');
  return middleOf(swellsOf(onsets, level)) >= SWELLS.leastS && middlePeriodicity(onsets, heard) > TONE.clear;
}

/**
 * What stays and is a clear tone is held, though its notes may be short. What is only one of these must be heard to stay after each onset: strings that ring
 * on under each other hardly fall as a whole, and are no clear tone; a single one that rings for long is, and falls.
 */
function isHeldTone(heard: Heard, level: Level, stays: boolean): boolean {
  const onsets = heard.as('sustained');
  const leftDb = middleOf(sustainsOf(onsets, level));
  if (leftDb <= SUSTAIN.detachedDb) return false;
  const periodic = middlePeriodicity(onsets, heard);
  const isClear = periodic > TONE.clear;
  if (stays && isClear) return true;
  return (stays || isClear) && leftDb > SUSTAIN.heldDb && periodic > TONE.periodic;
}

function levelOf({ samples, sampleRateHz, isOver }: Heard): Level {
  const piece = Math.round(PIECE_S * sampleRateHz);
  const silence = isOver ? Math.ceil(TELLS_AFTER_S / PIECE_S) + 1 : 0;
  const powers = new Float64Array(Math.floor(samples.length / piece) + silence);
  for (let i = 0; i < powers.length; i++) {
    const end = Math.min(samples.length, (i + 1) * piece);
    let sum = 0;
    for (let k = i * piece; k < end; k++) sum += samples[k] * samples[k];
    powers[i] = sum / piece;
  }
  return { powers, pieceS: piece / sampleRateHz };
}

/** By so much a second the level rises, most of the time. */
function slopeOf({ powers, pieceS }: Level): number {
  const levelDb = (last: number) => {
    let sum = LEAST_POWER;
    for (let i = last - DIES.pieces + 1; i <= last; i++) sum += powers[i];
    return 10 * Math.log10(sum / DIES.pieces);
  };
  const slopes: number[] = [];
  let loudest = -Infinity;
  for (let i = DIES.apart + DIES.pieces; i < powers.length; i++) {
    const now = levelDb(i);
    const before = levelDb(i - DIES.apart);
    loudest = Math.max(loudest, now);
    if (Math.min(now, before) < loudest + DIES.silentDb) continue;
    slopes.push((now - before) / (DIES.apart * pieceS));
  }
  return middleOf(slopes);
}

/** Of each onset of which enough is known, how much of its level is left, in dB. */
function sustainsOf(onsets: readonly Onset[], { powers, pieceS }: Level): number[] {
  return onsets.flatMap(({ timeS }) => {
    const at = (seconds: number) => Math.floor((timeS + seconds) / pieceS);
    if (at(SUSTAIN.toS) >= powers.length) return [];
    let most = 0;
    let least = Infinity;
    for (let i = at(0); i <= at(SUSTAIN.fromS); i++) most = Math.max(most, powers[i]);
    // The next stroke may come before: it is what is left before it that counts.
    for (let i = at(SUSTAIN.fromS); i <= at(SUSTAIN.toS); i++) least = Math.min(least, powers[i]);
    return [20 * Math.log10((Math.sqrt(least) + LEAST_LEVEL) / (Math.sqrt(most) + LEAST_LEVEL))];
  });
}

/** Of each onset, in seconds, how long it takes to swell: no time where it does not rise. */
function swellsOf(onsets: readonly Onset[], { powers, pieceS }: Level): number[] {
  const share = 10 ** (SWELLS.db / 10);
  const rise = 10 ** (SWELLS.risesDb / 10);
  return onsets.map(({ timeS }) => {
    const first = Math.floor(timeS / pieceS);
    const smooth = (i: number) => (powers[i - 1] ?? 0) + (powers[i] ?? 0) + (powers[i + 1] ?? 0);
    const levels = Array.from({ length: Math.round(SWELLS.withinS / pieceS) }, (_, i) => smooth(first + i));
    const most = Math.max(...levels);
    // The piece just before it may hold its beginning.
    if (most < rise * smooth(first - 3)) return 0;
    return levels.findIndex((level) => level >= share * most) * pieceS;
  });
}

/** Of what follows the onsets, so far as it has been heard. */
function middlePeriodicity(onsets: readonly Onset[], { samples, sampleRateHz }: Heard): number {
  const periodicity = new Periodicity(sampleRateHz, TONE.toS - TONE.fromS);
  const length = Math.round((TONE.toS - TONE.fromS) * sampleRateHz);
  const after = ({ timeS }: Onset) => {
    const first = Math.round((timeS + TONE.fromS) * sampleRateHz);
    return periodicity.of(samples.subarray(first, first + length));
  };
  return middleOf(onsets.map(after));
}

function middleOf(values: readonly number[]): number {
  return values.toSorted((a, b) => a - b)[values.length >> 1] ?? -Infinity;
}
