/**
 * Small drum loops to play against. A groove follows from the meter: low drum and snare take turns on its pulses (in three
 * the snare has two and three), a hat may divide them. Half and double time stretch low drum and snare by two or squeeze
 * them by two; the quarter, and the hat, do not move. Common practice, no source.
 */
import { Fraction, type Meter, barLength } from '../time/index.ts';

export const GROOVES = ['drums', 'drums and hat'] as const;
export type GrooveName = (typeof GROOVES)[number];
export const FEEL_FACTORS = { regular: '1', half: '2', double: '1/2' } as const;

export interface GrooveStroke {
  /** From the start of the loop; a fraction of a whole note. */
  position: Fraction;
  voice: 'low' | 'snare' | 'hat' | 'cymbal';
}

export interface GrooveLoop {
  length: Fraction;
  strokes: GrooveStroke[];
}

export function isGroove(name: string): name is GrooveName {
  return (GROOVES as readonly string[]).includes(name);
}

/** Where the bar is felt: the starts of its groups, every third beat of a compound meter, else every beat. */
export function pulsesOf({ beats, unit, groups }: Meter): Fraction[] {
  if (groups) {
    let beat = 0;
    return groups.map((size) => unit.mul((beat += size) - size));
  }
  const compound = beats > 3 && beats % 3 === 0 && unit.lte(new Fraction(1, 8));
  const step = compound ? 3 : 1;
  return Array.from({ length: beats / step }, (_, i) => unit.mul(i * step));
}

export interface GrooveRule {
  groove: GrooveName;
  feel?: keyof typeof FEEL_FACTORS;
  /** A cymbal on one of every so many bars. */
  checkpoint?: number;
}

/** The loop of a groove in a meter: one bar, or as many as feel and checkpoint need. */
export function grooveLoop({ groove, feel = 'regular', checkpoint }: GrooveRule, meter: Meter): GrooveLoop {
  const bar = barLength(meter);
  const pulses = pulsesOf(meter);
  const even = pulses.length % 2 === 0;
  const factor = new Fraction(FEEL_FACTORS[feel]);
  const drums = pulses.map((position, i): GrooveStroke => ({
    position: position.mul(factor),
    voice: (even ? i % 2 === 0 : i === 0) ? 'low' : 'snare',
  }));
  const period = bar.mul(factor);
  const bars = Math.max(feel === 'half' ? 2 : 1, checkpoint ?? 1);
  // A half-time loop is two bars long: an odd number of bars to the checkpoint takes twice as many.
  const length = bar.mul(feel === 'half' && bars % 2 === 1 ? bars * 2 : bars);
  const strokes = repeated(drums, period, length);
  if (groove === 'drums and hat') {
    const half = meter.unit.div(2);
    strokes.push(...repeated([{ position: new Fraction(0), voice: 'hat' }], half, length));
  }
  if (checkpoint !== undefined) {
    strokes.push(...repeated([{ position: new Fraction(0), voice: 'cymbal' }], bar.mul(checkpoint), length));
  }
  return { length, strokes };
}

/** Every stroke again each `period`, up to `length`. */
function repeated(strokes: readonly GrooveStroke[], period: Fraction, length: Fraction): GrooveStroke[] {
  const times = Math.ceil(length.div(period).valueOf());
  return Array.from({ length: times }, (_, i) =>
    strokes.map(({ position, voice }) => ({ position: position.add(period.mul(i)), voice })),
  )
    .flat()
    .filter(({ position }) => position.lt(length));
}
