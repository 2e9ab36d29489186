/**
 * The marks of the traditional clockwork scale: 40 to 60 by 2, to 72 by 3, to 120 by 4, to 144 by 6, to 208 by 8.
 * Common practice: the scale printed on pendulum clockworks. Marks are plain rates a minute, of whatever note one says.
 */
import { Fraction } from '../time/index.ts';

const BANDS = [
  [40, 60, 2],
  [60, 72, 3],
  [72, 120, 4],
  [120, 144, 6],
  [144, 208, 8],
] as const;

/** The 39 marks, slowest first. */
export const CLOCKWORK_MARKS: readonly number[] = [
  ...BANDS.flatMap(([from, to, by]) => Array.from({ length: (to - from) / by }, (_, i) => from + i * by)),
  BANDS[BANDS.length - 1][1],
];

export interface MarkNear {
  mark: number;
  /** How much faster the mark is than what is wanted, in percent; negative is slower. */
  errorPercent: Fraction;
}

export interface MarksNear {
  /** The mark at or below, and the mark at or above; null beyond the ends of the scale. */
  below: MarkNear | null;
  above: MarkNear | null;
  nearest: MarkNear;
}

export function marksNear(bpm: Fraction): MarksNear {
  const near = (mark: number): MarkNear => ({
    mark,
    errorPercent: new Fraction(mark).sub(bpm).div(bpm).mul(100),
  });
  const below = CLOCKWORK_MARKS.findLast((mark) => bpm.gte(mark));
  const above = CLOCKWORK_MARKS.find((mark) => bpm.lte(mark));
  const beside = [below, above].filter((mark) => mark !== undefined).map(near);
  const nearest = beside.reduce((a, b) => (b.errorPercent.abs().lt(a.errorPercent.abs()) ? b : a));
  return {
    below: below === undefined ? null : near(below),
    above: above === undefined ? null : near(above),
    nearest,
  };
}

/** The next mark upward (+1) or downward (-1) from a rate, or null at the end of the scale. */
export function nextMark(bpm: Fraction, direction: 1 | -1): number | null {
  const mark =
    direction === 1
      ? CLOCKWORK_MARKS.find((candidate) => bpm.lt(candidate))
      : CLOCKWORK_MARKS.findLast((candidate) => bpm.gt(candidate));
  return mark ?? null;
}
