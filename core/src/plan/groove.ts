/**
 * Small drum loops to play against. A groove follows from the meter: low drum and snare take turns on its pulses (in three
 * the snare has two and three), a hat may divide them. Half and double time stretch low drum and snare by two or squeeze
 * them by two; the quarter, and the hat, do not move. Common practice, no source.
 */
import { Fraction, type Meter, barLength, leastCommonMultiple } from '../time/index.ts';

export const GROOVES = ['drums', 'drums and hat'] as const;
export type GrooveName = (typeof GROOVES)[number];
export const FEEL_FACTORS = { regular: '1', half: '2', double: '1/2' } as const;

export interface GrooveStroke {
  /** From the start of the loop; a fraction of a whole note. */
  position: Fraction;
  voice: 'low' | 'high' | 'snare' | 'hat' | 'cymbal';
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
  /** The last of every so many bars ends in a fill, and a cymbal answers it on one. */
  fill?: number;
}

/** A loop of more bars is no groove any more. */
const MOST_BARS = 128;

/**
 * How many bars a groove's loop has: one, or as many as feel, checkpoint and fill need to come round together.
 * @returns null where that is more than anybody hears as one.
 */
export function grooveBars({
  feel = 'regular',
  checkpoint = 1,
  fill = 1,
}: Omit<GrooveRule, 'groove'>): number | null {
  const both = leastCommonMultiple(checkpoint, fill);
  const bars = feel === 'half' && both % 2 === 1 ? 2 * both : both;
  return bars > MOST_BARS ? null : bars;
}

/** The loop of a groove in a meter. A loop that is too long to be one leaves its fill out. */
export function grooveLoop(rule: GrooveRule, meter: Meter): GrooveLoop {
  const { groove, feel = 'regular', checkpoint, fill } = rule;
  const bar = barLength(meter);
  const pulses = pulsesOf(meter);
  const even = pulses.length % 2 === 0;
  const factor = new Fraction(FEEL_FACTORS[feel]);
  const drums = pulses.map((position, i): GrooveStroke => ({
    position: position.mul(factor),
    voice: (even ? i % 2 === 0 : i === 0) ? 'low' : 'snare',
  }));
  const period = bar.mul(factor);
  const bars = grooveBars(rule) ?? grooveBars({ feel, ...(checkpoint ? { checkpoint } : {}) })!;
  const length = bar.mul(bars);
  const strokes = repeated(drums, period, length);
  if (groove === 'drums and hat') {
    const half = meter.unit.div(2);
    strokes.push(...repeated([{ position: new Fraction(0), voice: 'hat' }], half, length));
  }
  const cymbal = { position: new Fraction(0), voice: 'cymbal' } as const;
  const cymbals = checkpoint === undefined ? [] : repeated([cymbal], bar.mul(checkpoint), length);
  if (fill === undefined) return { length, strokes: [...strokes, ...cymbals] };
  const phrase = bar.mul(fill);
  // Where both fall on a one it is struck once.
  const answers = repeated([cymbal], phrase, length).filter(
    ({ position }) => !cymbals.some((other) => other.position.equals(position)),
  );
  const from = phrase.sub(fillLength(meter));
  const outside = strokes.filter(({ position }) => position.mod(phrase).lt(from));
  const filled = repeated(
    fillStrokes(meter).map(({ position, voice }) => ({ position: from.add(position), voice })),
    phrase,
    length,
  );
  return { length, strokes: [...outside, ...filled, ...cymbals, ...answers] };
}

/** The last two beats of the bar, or of a short one the last. */
const fillLength = ({ beats, unit }: Meter): Fraction => unit.mul(beats >= 4 ? 2 : 1);

/** Four strokes a beat, from the snare down over the drums. Common practice, no source. */
function fillStrokes(meter: Meter): GrooveStroke[] {
  const step = meter.unit.div(4);
  const count = Math.round(fillLength(meter).div(step).valueOf());
  return Array.from({ length: count }, (_, i): GrooveStroke => ({
    position: step.mul(i),
    voice: i < count / 2 ? 'snare' : i < (3 * count) / 4 ? 'high' : 'low',
  }));
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
