/** A take as weeks see it: what was played, how fast, on which day, and what it says. */
import type { TakeFigures } from '../take/index.ts';
import { Fraction, type Tempo, quartersPerMinute, tempo } from '../time/index.ts';

export interface PastTake {
  planId: string | null;
  tempo: { bpm: number | string; beat: string };
  /** The player's own calendar day, as text that sorts. */
  day: string;
  stopped?: boolean;
  /** Null as long as it is not measured. */
  figures: Pick<TakeFigures, 'trials'> | TakeFigures | null;
}

/** Tempos within so much are one step. */
const SAME_TEMPO = 1.04;

export const tempoOf = ({ tempo: { bpm, beat } }: Pick<PastTake, 'tempo'>): Tempo => tempo(bpm, beat);

/** How much faster one is than the other, whatever notes they are said in. */
export const ratio = (one: Tempo, other: Tempo): number =>
  quartersPerMinute(one).div(quartersPerMinute(other)).valueOf();

export function isSameTempo(one: Tempo, other: Tempo): boolean {
  const between = ratio(one, other);
  return Math.max(between, 1 / between) <= SAME_TEMPO;
}

/** At least about so fast. */
export const reaches = (at: Tempo, asked: Tempo): boolean => ratio(at, asked) * SAME_TEMPO >= 1;

export const wholeTempo = (at: Tempo): Tempo => ({ ...at, bpm: new Fraction(at.bpm.round()) });
