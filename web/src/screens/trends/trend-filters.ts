/** What of the trends is shown, as the address says it; and the axis of days. Pure. */
import type { TrendFigure } from '@feldspar/core/trends';
import { dayNumber } from '@feldspar/core/trends';
import { LEVELS } from '@feldspar/core/timing';

export const PERIODS = [
  ['weeks', 'four weeks'],
  ['months', 'three months'],
  ['year', 'a year'],
  ['all', 'all of it'],
] as const;
export type Period = (typeof PERIODS)[number][0];
const DAYS: Readonly<Record<Exclude<Period, 'all'>, number>> = { weeks: 28, months: 92, year: 366 };
const DAY_MS = 86_400_000;

/** The first day, on the calendar of this device; undefined for all of it. */
export function periodFrom(period: Period, now: Date): string | undefined {
  if (period === 'all') return undefined;
  return new Date(now.getTime() - DAYS[period] * DAY_MS).toLocaleDateString('sv');
}

/** "family-5", a plan's id, or anything else for everything. */
export function withinOf(what: string): { family?: number; plan?: string } {
  const family = /^family-(\d{1,2})$/.exec(what);
  if (family) return { family: Number(family[1]) };
  return /^[0-9a-f-]{36}$/.test(what) ? { plan: what } : {};
}

export function readTempo(text: string | null): number | null {
  const value = Number(text);
  return text !== null && /^\s*\d{1,4}(\.\d+)?\s*$/.test(text) && value >= 1 && value <= 4000 ? value : null;
}

/** A goal that somebody set; else what counts as on it, and the click itself. */
export function readGoal(figure: TrendFigure, text: string | null): number | null {
  if (text !== null && /^-?\d{1,4}(\.\d+)?$/.test(text)) return Number(text);
  return figure === 'return' ? LEVELS.usual.hitMs : figure === 'offset' ? 0 : null;
}

export interface TimeAxis {
  /** Days since 1970. */
  from: number;
  to: number;
  /** Days between two marks. */
  step: number;
}

const STEPS = [7, 14, 28, 91, 182, 364];
const MOST_MARKS = 6;

/** From the first day that is asked for, or that has something, to today. */
export function timeAxis(days: readonly { day: string }[], asked: string | undefined, now: Date): TimeAxis {
  const to = dayNumber(now.toLocaleDateString('sv'));
  const first = days.length > 0 ? dayNumber(days[0].day) : to - 7;
  const from = Math.min(asked ? Math.max(dayNumber(asked), first - 7) : first, to - 7);
  return { from, to, step: STEPS.find((step) => (to - from) / step <= MOST_MARKS) ?? 728 };
}
