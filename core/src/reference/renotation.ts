/**
 * Renotation: the same music written in other note values. Every value is multiplied by one factor, so the sound and the
 * seconds stay; the tempo is said of the multiplied note, and the bars are counted anew in the meter it is written in.
 */
import { Fraction, type Meter, type Tempo, barLength } from '../time/index.ts';

export interface Notated {
  meter: Meter;
  /** The tempo, in the note the foot taps. */
  tempo: Tempo;
  /** The shortest note needed. */
  smallest: Fraction;
  /** Bars of each part of the form; a part may end inside a bar. */
  form: readonly Fraction[];
}

export interface Renotated extends Notated {
  bars: Fraction;
  /** Indices of the parts that do not come out in whole bars. */
  uneven: number[];
}

/**
 * @param factor new value ÷ old value: 1/2 turns eighths into sixteenths, 2 turns sixteenths into eighths.
 * @throws RangeError when the factor is not above 0.
 */
export function renotate(music: Notated, factor: Fraction, meter: Meter): Renotated {
  if (factor.lte(0)) throw new RangeError('the factor between old and new note values is above 0');
  const perBar = barLength(music.meter).mul(factor).div(barLength(meter));
  const form = music.form.map((bars) => bars.mul(perBar));
  return {
    meter,
    tempo: { bpm: music.tempo.bpm, beat: music.tempo.beat.mul(factor) },
    smallest: music.smallest.mul(factor),
    form,
    bars: form.reduce((sum, bars) => sum.add(bars), new Fraction(0)),
    uneven: form.flatMap((bars, i) => (bars.mod(1).equals(0) ? [] : [i])),
  };
}
