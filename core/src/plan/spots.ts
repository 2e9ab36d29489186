/**
 * Where a layer or line falls: `at` repeats in every bar, `every` runs on from the section's start across barlines, a rhythm
 * repeats until the section is full. Positions of one rule lie on an integer grid (the least common multiple of all
 * denominators), so they are exact and cheap; seconds appear once, at the end.
 */
import { Fraction, leastCommonMultiple, parseFraction, ratioOf } from '../time/index.ts';
import { PlanError } from './plan-error.ts';
import { type Swing, swung } from './swing.ts';

/** The section in which something is placed. */
export interface Place {
  bar: Fraction;
  barCount: number;
  /** Index of the section's first bar in the timeline. */
  firstBar: number;
  startS: number;
  along: (whole: number) => number;
  /** Bars of the section (0-based, half open) in which spots are kept. */
  fromBar?: number;
  untilBar?: number;
  swing?: Swing;
}

export interface Spot {
  timeS: number;
  bar: number;
  position: Fraction;
  positionText: string;
  /** How much later swing makes it than it would be written straight; 0 where it does not. */
  swungByS: number;
}

export interface Rule {
  at?: string[];
  every?: string;
  from?: string | number;
}

export function spotsOf({ at, every, from }: Rule, place: Place): Spot[] {
  const offset = typeof from === 'string' ? parseFraction(from) : new Fraction(0);
  const steps = at ? at.map(parseFraction) : [parseFraction(every!)];
  const grid = gridOf([place.bar, offset, ...steps], place);
  const { fromBar = 0, untilBar = place.barCount } = place;
  const found: Spot[] = [];
  if (at) {
    const inBar = [...new Set(steps.map(grid.ticks))].sort((a, b) => a - b);
    for (let bar = fromBar; bar < untilBar; bar++)
      for (const t of inBar) found.push(grid.spot(bar * grid.barTicks + t));
  } else {
    const step = grid.ticks(steps[0]);
    for (let t = grid.ticks(offset); t < untilBar * grid.barTicks; t += step)
      if (t >= fromBar * grid.barTicks) found.push(grid.spot(t));
  }
  return found;
}

export interface SequenceSpot extends Spot {
  /** Which element of the sequence, and when it ends. */
  element: number;
  endS: number;
}

/** A row of durations, one after the other, again and again until the bars are full; the last may be cut short. */
export function sequenceSpots(durations: readonly string[], place: Place): SequenceSpot[] {
  const lengths = durations.map(parseFraction);
  const grid = gridOf([place.bar, ...lengths], place);
  const ticks = lengths.map(grid.ticks);
  const { fromBar = 0, untilBar = place.barCount } = place;
  const end = untilBar * grid.barTicks;
  const found: SequenceSpot[] = [];
  for (let t = fromBar * grid.barTicks, i = 0; t < end; t += ticks[i], i = (i + 1) % ticks.length) {
    const endS = grid.timeOf(Math.min(end, t + ticks[i]));
    found.push({ ...grid.spot(t), element: i, endS });
  }
  return found;
}

function gridOf(positions: readonly Fraction[], place: Place) {
  const grid = commonGrid(positions);
  // Written so that a grid beyond all numbers is refused as well.
  if (!(grid * Math.max(1, place.bar.valueOf()) * place.barCount <= Number.MAX_SAFE_INTEGER)) {
    throw new PlanError([
      {
        path: 'sections',
        message: 'positions are too fine to be told apart exactly; use smaller denominators',
      },
    ]);
  }
  const ticks = (f: Fraction) => Math.round(f.mul(grid).valueOf());
  const barTicks = ticks(place.bar);
  const seen = new Map<number, { position: Fraction; positionText: string; shift: number }>();
  const exact = (inBar: number) => {
    let known = seen.get(inBar);
    if (!known) {
      const straight = new Fraction(inBar, grid);
      const position = place.swing ? swung(straight, place.swing, place.bar) : straight;
      known = { position, positionText: position.toFraction(), shift: position.sub(straight).valueOf() };
      seen.set(inBar, known);
    }
    return known;
  };
  return {
    ticks,
    barTicks,
    timeOf: (tick: number) => place.startS + place.along(tick / grid + exact(tick % barTicks).shift),
    spot(tick: number): Spot {
      const { position, positionText, shift } = exact(tick % barTicks);
      const timeS = place.startS + place.along(tick / grid + shift);
      return {
        timeS,
        swungByS: shift === 0 ? 0 : timeS - (place.startS + place.along(tick / grid)),
        bar: place.firstBar + Math.floor(tick / barTicks),
        position,
        positionText,
      };
    },
  };
}

/** How finely a whole note is divided by all of them: the least common multiple of their denominators; Infinity where that is too fine. */
function commonGrid(positions: readonly Fraction[]): number {
  const denominators = new Set(positions.map((position) => ratioOf(position).d));
  let grid = 1;
  for (const denominator of denominators) {
    grid = leastCommonMultiple(grid, denominator);
    if (grid === Infinity) break;
  }
  return grid;
}
