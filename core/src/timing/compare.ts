/** Take against take: what has changed, and only as far as both takes can carry it. */
import type { Report } from './report-schema.ts';

/** A report and the beat it was played at. */
export interface Compared {
  report: Report;
  beatMs: number;
}

export const DRIFT_CHANGES = ['nearer', 'further', 'unclear'] as const;
export const SPREAD_CHANGES = ['steadier', 'less steady', 'unclear'] as const;

export interface Comparison {
  /** Tempo when alone in both, and second minus first; percent. Null where one of the two says too little. */
  drift: {
    change: (typeof DRIFT_CHANGES)[number];
    first: number;
    second: number;
    differencePercent: number;
    ci95: [number, number];
  } | null;
  /** Spread of the intervals in parts of the beat, second over first. */
  spread: { change: (typeof SPREAD_CHANGES)[number]; ratio: number; ci95: [number, number] } | null;
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
  return {
    drift: driftChange(first.report.drift, second.report.drift),
    spread: spreadChange(first, second),
  };
}

function driftChange(a: Report['drift'], b: Report['drift']): Comparison['drift'] {
  if (a.tempoPercent === null || b.tempoPercent === null || !a.ci95 || !b.ci95) return null;
  const half = ([low, high]: readonly [number, number]) => (high - low) / 2;
  const width = Math.hypot(half(a.ci95), half(b.ci95));
  const differencePercent = b.tempoPercent - a.tempoPercent;
  const unclear = Math.abs(differencePercent) <= width || Math.abs(differencePercent) < LEAST.percent;
  const nearer = Math.abs(b.tempoPercent) < Math.abs(a.tempoPercent);
  return {
    change: unclear ? 'unclear' : nearer ? 'nearer' : 'further',
    first: a.tempoPercent,
    second: b.tempoPercent,
    differencePercent,
    ci95: [differencePercent - width, differencePercent + width],
  };
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
  const ci95: [number, number] = [ratio * Math.exp(-width), ratio * Math.exp(width)];
  const sure = ci95[0] > 1 || ci95[1] < 1;
  const unclear = !sure || (ratio < LEAST.ratio && ratio > 1 / LEAST.ratio);
  return { change: unclear ? 'unclear' : ratio < 1 ? 'steadier' : 'less steady', ratio, ci95 };
}
