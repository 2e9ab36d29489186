/**
 * The spoken count: which word sounds at a click of the voice "count". Numbers on the beats, "and" and its kin between
 * them; the last two beats before the music are "ready, play", so that even a beginner knows when.
 */
import { BEAT_WORDS, type BeatWord, PART_WORDS, type PartWord, syllableAt } from '../time/index.ts';
import type { Click, Timeline } from '../plan/index.ts';

export const COUNT_VOICE = 'count';
const LAST_WORDS = ['ready', 'play'] as const;

export type CountWord = BeatWord | PartWord | (typeof LAST_WORDS)[number];
export const COUNT_WORDS: readonly CountWord[] = [...BEAT_WORDS, ...PART_WORDS, ...LAST_WORDS];

export interface SpokenWord {
  /** At the rate of the renderer that is to say it. */
  samples: Float32Array;
  /** The frame at which the word is felt: it lies on the click, what is before it sounds before. */
  feltFrame: number;
}

export type CountWords = ReadonlyMap<CountWord, SpokenWord>;

export function isCountWord(name: string): name is CountWord {
  return (COUNT_WORDS as readonly string[]).includes(name);
}

/** The word for a click, or null where nobody says anything. */
export function wordAt({ bars }: Timeline, { bar: index, position }: Click): CountWord | null {
  const bar = bars[index];
  const { beats, unit } = bar.meter;
  const left = beats - position.div(unit).valueOf();
  const before = bar.kind === 'countIn' && bars[index + 1]?.kind !== 'countIn';
  // In a bar of one or two nothing would be left to count, but for a bar that is counted before it.
  const counted = beats > LAST_WORDS.length || bars[index - 1]?.kind === 'countIn';
  if (before && counted && (left === 1 || left === 2)) return LAST_WORDS[2 - left];
  return syllableAt(position, unit);
}
