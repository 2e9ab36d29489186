/**
 * Metric modulation: a note of the old tempo becomes another note of the new one ("old eighth triplet = new eighth").
 * And half and double time, where nothing modulates: the pulse stays, only what is felt on top of it changes.
 */
import { Fraction, type Meter, type Tempo, barLength, exactSecondsOf, saidIn } from '../time/index.ts';

export interface Modulation {
  before: Tempo;
  meterBefore: Meter;
  oldNote: Fraction;
  newNote: Fraction;
  meterAfter: Meter;
}

export interface Modulated {
  /** Said in the beat of the meter after. */
  after: Tempo;
  /** How much faster the same written note goes afterwards: 3/2 is half as fast again. */
  ratio: Fraction;
  barBeforeS: Fraction;
  barAfterS: Fraction;
}

/** The old note and the new note last equally long: after(newNote) = before(oldNote). */
export function modulate({ before, meterBefore, oldNote, newNote, meterAfter }: Modulation): Modulated {
  const bpm = saidIn(before, oldNote).bpm;
  const after = saidIn({ bpm, beat: newNote }, meterAfter.unit);
  return {
    after,
    ratio: newNote.div(oldNote),
    barBeforeS: exactSecondsOf(barLength(meterBefore), before),
    barAfterS: exactSecondsOf(barLength(meterAfter), after),
  };
}

export const FEELS = ['half time', 'regular', 'double time'] as const;

export interface Feel {
  feel: (typeof FEELS)[number];
  /** The quarter, which never moves. */
  pulse: Tempo;
  /** What the music seems to go at, by its backbeat. */
  seems: Tempo;
  /** Where the backbeat falls in a bar of 4/4. */
  backbeat: Fraction[];
}

/** The three feels over one quarter: only the backbeat moves (common practice, no source). */
export function feelsOf(at: Tempo): Feel[] {
  const pulse = saidIn(at, new Fraction(1, 4));
  const feel = (name: Feel['feel'], factor: Fraction, backbeat: string[]): Feel => ({
    feel: name,
    pulse,
    seems: { bpm: pulse.bpm.mul(factor), beat: pulse.beat },
    backbeat: backbeat.map((text) => new Fraction(text)),
  });
  return [
    feel('half time', new Fraction(1, 2), ['1/2']),
    feel('regular', new Fraction(1), ['1/4', '3/4']),
    feel('double time', new Fraction(2), ['1/8', '3/8', '5/8', '7/8']),
  ];
}
