/** What was played, under each written note. Pure. */
import type { Sounding } from '@feldspar/core/counts';
import type { Report } from '@feldspar/core/timing';
import type { Under } from './Engraving.tsx';

/**
 * The plan's targets are the sheet's soundings, in the same order; grace notes stand before their note's own figure.
 * @param targets how many of them were reached before the take ended.
 */
export function resultsUnder(
  soundings: readonly Sounding[],
  notes: number,
  { matches, tolerance }: Pick<Report, 'matches' | 'tolerance'>,
  targets: number,
): Under[][] {
  const played = new Map(matches.map(({ target, asynchronyMs }) => [target, asynchronyMs]));
  const under: Under[][] = Array.from({ length: notes }, () => []);
  soundings.slice(0, targets).forEach(({ written }, target) => {
    const ms = played.get(target);
    under[written].push(
      ms === undefined
        ? { text: '×', kind: 'missed' }
        : { text: said(ms), kind: kindOf(ms, tolerance.hitMs) },
    );
  });
  return under;
}

function said(ms: number): string {
  const whole = Math.round(Math.abs(ms));
  return whole === 0 ? '·' : `${ms < 0 ? '−' : '+'}${whole}`;
}

function kindOf(ms: number, toleranceMs: number): Under['kind'] {
  if (Math.abs(ms) <= toleranceMs) return 'spoken';
  return ms < 0 ? 'early' : 'late';
}
