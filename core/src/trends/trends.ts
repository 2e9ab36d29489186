/**
 * Weeks in figures: one point a day with its spread for each figure, what changed over the time where its interval says so, and how long
 * was practised each day. Pure.
 */
import { leastSquares, mean, standardDeviation } from '../stats/index.ts';
import type { TakeFigures } from '../take/index.ts';
import { trialCount } from '../timing/index.ts';
import { dayNumber } from './days.ts';

export const TREND_FIGURES = ['return', 'hold', 'spread', 'offset', 'tempo'] as const;
export type TrendFigure = (typeof TREND_FIGURES)[number];

/** What of a take is read. */
export interface TrendTake {
  day: string;
  quarterBpm: number;
  /** Null as long as it is not measured. */
  figures: TakeFigures | null;
}

export interface TrendPoint {
  day: string;
  mean: number;
  /** Standard deviation over the day's takes; null for one. */
  sd: number | null;
  n: number;
}

/** From the first day's end of the fitted line to the last day's, and what that leaves open. */
export interface TrendChange {
  from: number;
  to: number;
  change: number;
  ci95: [number, number];
  /** Its interval leaves nothing out: then it is no change that can be named. */
  sure: boolean;
}

export interface Trend {
  figure: TrendFigure;
  points: TrendPoint[];
  /** Null under five days. */
  change: TrendChange | null;
}

export interface Trends {
  trends: Trend[];
  /** Every day on which something was played. */
  days: { day: string; minutes: number; takes: number }[];
  takes: number;
  minutes: number;
}

/** Under so many days no line is drawn through them. */
const FEWEST_DAYS = 5;
/** A tempo counts as reached in a take of which so much was good. */
const REACHED_SHARE = 0.85;

interface Day {
  day: string;
  /** Days since 1970. */
  number: number;
  takes: TrendTake[];
}

/** @param takes in any order. */
export function trendsOf(takes: readonly TrendTake[]): Trends {
  const byDay = new Map<string, Day>();
  for (const take of takes) {
    const known = byDay.get(take.day);
    if (known) known.takes.push(take);
    else byDay.set(take.day, { day: take.day, number: dayNumber(take.day), takes: [take] });
  }
  const ordered = [...byDay.values()].sort((a, b) => a.number - b.number);
  const days = ordered.map(({ day, takes: of }) => ({
    day,
    minutes: of.reduce((sum, { figures }) => sum + (figures?.playedS ?? 0), 0) / 60,
    takes: of.length,
  }));
  return {
    trends: TREND_FIGURES.map((figure) => trendOf(figure, ordered)),
    days,
    takes: takes.length,
    minutes: days.reduce((sum, day) => sum + day.minutes, 0),
  };
}

function trendOf(figure: TrendFigure, days: readonly Day[]): Trend {
  const points: TrendPoint[] = [];
  const numbers: number[] = [];
  for (const { day, number, takes } of days) {
    const values: number[] = [];
    for (const take of takes) {
      const value = valueOf(figure, take);
      if (value !== null) values.push(value);
    }
    if (values.length === 0) continue;
    numbers.push(number);
    // Of a day the fastest that was reached counts, not the mean of a warm-up and it.
    points.push({
      day,
      mean: figure === 'tempo' ? Math.max(...values) : mean(values),
      sd: figure === 'tempo' ? null : standardDeviation(values),
      n: values.length,
    });
  }
  return { figure, points, change: changeOf(numbers, points) };
}

function valueOf(figure: TrendFigure, { quarterBpm, figures }: TrendTake): number | null {
  if (figures === null || figures.trials.why === 'interrupted') return null;
  const { trials } = figures;
  switch (figure) {
    case 'return':
      return figures.returnMs === null ? null : Math.abs(figures.returnMs);
    case 'hold':
      return figures.holdBeats;
    case 'spread':
      return figures.spreadMs;
    case 'offset':
      return figures.offsetMs;
    case 'tempo': {
      const count = trialCount(trials);
      return trials.why === undefined && count > 0 && trials.good / count >= REACHED_SHARE
        ? quarterBpm
        : null;
    }
  }
}

/** By the line of least squares through the days. */
function changeOf(xs: readonly number[], points: readonly TrendPoint[]): TrendChange | null {
  if (points.length < FEWEST_DAYS) return null;
  const line = leastSquares(
    xs,
    points.map(({ mean: value }) => value),
  );
  if (!line) return null;
  const span = xs[xs.length - 1] - xs[0];
  const change = line.slope * span;
  const within = line.slopeWithin * span;
  const from = line.intercept + line.slope * xs[0];
  return {
    ...{ from, to: from + change, change },
    ci95: [change - within, change + within],
    sure: Math.abs(change) > within,
  };
}
