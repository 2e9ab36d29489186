/**
 * Italian tempo words as ranges of the *felt beat*. Handbooks differ; these are the bands as printed beside the scale of
 * pendulum metronomes and repeated by many handbooks (from memory). A rate on a border carries both words.
 */
import type { Fraction } from '../time/index.ts';

export interface TempoWord {
  word: string;
  from: number;
  to: number;
}

export const TEMPO_WORDS_SOURCE = 'the bands printed on pendulum metronomes; handbooks differ';

export const TEMPO_WORDS: readonly TempoWord[] = [
  { word: 'Largo', from: 40, to: 60 },
  { word: 'Larghetto', from: 60, to: 66 },
  { word: 'Adagio', from: 66, to: 76 },
  { word: 'Andante', from: 76, to: 108 },
  { word: 'Moderato', from: 108, to: 120 },
  { word: 'Allegro', from: 120, to: 168 },
  { word: 'Presto', from: 168, to: 200 },
  { word: 'Prestissimo', from: 200, to: 208 },
];

/** The words whose range holds this rate of the felt beat; none beyond the scale. */
export function wordsFor(beatRate: Fraction): TempoWord[] {
  return TEMPO_WORDS.filter(({ from, to }) => beatRate.gte(from) && beatRate.lte(to));
}
