/** Take against take: what has changed, and only as far as both takes can carry it. */
import type { Report } from './report-schema.ts';

/** A report and the beat it was played at. */
export interface Compared {
  report: Report;
  beatMs: number;
}

export interface Comparison {
  /** Tempo when alone, second minus first, in percent. */
  drift: { differencePercent: number; ci95: [number, number] } | null;
  /** Spread of the intervals in parts of the beat, second over first. */
  spread: { ratio: number; ci95: [number, number] } | null;
  sentences: string[];
}

/** A change of spread or drift smaller than this is not called one, however sure it is. */
const LEAST = { percent: 0.2, ratio: 1.05 } as const;
const NORMAL_95 = 1.96;
/** Differences of asynchronies correlate by −½ at worst; a variance of n such is worth n / (1 + 2·¼) independent ones. */
const WORTH = 1 / 1.5;

/**
 * Drift: the two intervals' half widths add as squares, as for independent estimates. Spread: the logarithm of a standard deviation
 * has a variance of about 1/(2n), with n the number of independent values that so many correlated ones are worth (Bartlett 1946,
 * Suppl. J. R. Stat. Soc. 8, 27–41, from memory).
 */
export function compareTakes(first: Compared, second: Compared): Comparison {
  const drift = driftChange(first.report.drift, second.report.drift);
  const spread = spreadChange(first, second);
  return { drift, spread, sentences: [driftSentence(first, second, drift), spreadSentence(spread)] };
}

function driftChange(a: Report['drift'], b: Report['drift']): Comparison['drift'] {
  if (a.tempoPercent === null || b.tempoPercent === null || !a.ci95 || !b.ci95) return null;
  const half = ([low, high]: readonly [number, number]) => (high - low) / 2;
  const width = Math.hypot(half(a.ci95), half(b.ci95));
  const differencePercent = b.tempoPercent - a.tempoPercent;
  return { differencePercent, ci95: [differencePercent - width, differencePercent + width] };
}

function spreadChange(first: Compared, second: Compared): Comparison['spread'] {
  const of = ({ report, beatMs }: Compared) => {
    const { ioiSdMs } = report.steadiness;
    const intervals = report.counts.matched - 1;
    return ioiSdMs === null || ioiSdMs === 0 ? null : { share: ioiSdMs / beatMs, worth: WORTH * intervals };
  };
  const [a, b] = [of(first), of(second)];
  if (!a || !b) return null;
  const ratio = b.share / a.share;
  const width = NORMAL_95 * Math.sqrt(1 / (2 * a.worth) + 1 / (2 * b.worth));
  return { ratio, ci95: [ratio * Math.exp(-width), ratio * Math.exp(width)] };
}

function driftSentence({ report: a }: Compared, { report: b }: Compared, drift: Comparison['drift']): string {
  if (!drift) return 'One of the two says too little about the tempo when alone to compare it.';
  const [low, high] = drift.ci95;
  const [was, is] = [a.drift.tempoPercent!, b.drift.tempoPercent!];
  const both = `${side(was)} in the first, ${side(is)} in the second`;
  if ((low <= 0 && high >= 0) || Math.abs(drift.differencePercent) < LEAST.percent)
    return `No clear change of tempo when alone: ${both}; the difference lies between ${signed(low)} and ${signed(high)} %.`;
  const nearer =
    Math.abs(is) < Math.abs(was) ? 'Nearer to the tempo when alone' : 'Further from the tempo when alone';
  return `${nearer}: ${both}.`;
}

function spreadSentence(spread: Comparison['spread']): string {
  if (!spread) return 'One of the two has too few intervals to compare how steady they are.';
  const [low, high] = spread.ci95;
  const change = (ratio: number) => Math.round(100 * Math.abs(ratio - 1));
  const sure = low > 1 || high < 1;
  if (!sure || (spread.ratio < LEAST.ratio && spread.ratio > 1 / LEAST.ratio))
    return `No clear change of steadiness: the intervals vary ${change(spread.ratio)} % ${spread.ratio < 1 ? 'less' : 'more'}, which chance can do.`;
  const [least, most] = spread.ratio < 1 ? [high, low] : [low, high];
  return `${spread.ratio < 1 ? 'Steadier' : 'Less steady'}: the intervals vary ${change(spread.ratio)} % ${spread.ratio < 1 ? 'less' : 'more'} (${change(least)} to ${change(most)} %).`;
}

function side(percent: number): string {
  return `${Math.abs(percent).toFixed(1)} % ${percent >= 0 ? 'fast' : 'slow'}`;
}

function signed(percent: number): string {
  return `${percent < 0 ? '−' : '+'}${Math.abs(percent).toFixed(1)}`;
}
