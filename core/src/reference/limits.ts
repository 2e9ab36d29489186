/**
 * What a foot taps, what hands play, what an ear hears as a beat. The first two are common practice, no source; an
 * interval is felt as a beat from about 100 ms to 2 s, most easily near 600 ms (London 2004; Fraisse 1982).
 */
import { Fraction } from '../time/index.ts';

export const LIMITS = {
  footPerMinute: { min: 30, max: 180 },
  handsPerSecond: 14,
  beatSeconds: { min: new Fraction(1, 10), max: new Fraction(2), easiest: new Fraction(3, 5) },
} as const;

export type Objection = { what: 'foot' | 'hands' | 'ear'; message: string };

/** Why nobody would tap this as the beat; empty when a foot would. @param bpm taps a minute. */
export function footObjections(bpm: Fraction): Objection[] {
  const { min, max } = LIMITS.footPerMinute;
  if (bpm.gt(max)) return [{ what: 'foot', message: `a foot rarely taps faster than ${max} a minute` }];
  if (bpm.lt(min)) return [{ what: 'foot', message: `a foot rarely taps slower than ${min} a minute` }];
  return [];
}

/** Why no hand would play this; empty when one could. @param perSecond the fastest notes. */
export function handObjections(perSecond: Fraction): Objection[] {
  if (perSecond.lte(LIMITS.handsPerSecond)) return [];
  return [{ what: 'hands', message: `hands rarely play more than ${LIMITS.handsPerSecond} notes a second` }];
}

/** Why an interval is not heard as a beat. */
export function earObjections(seconds: Fraction): Objection[] {
  const { min, max } = LIMITS.beatSeconds;
  if (seconds.gt(max))
    return [{ what: 'ear', message: `intervals over ${max.valueOf()} s are hardly felt as a beat` }];
  if (seconds.lt(min)) {
    return [{ what: 'ear', message: `under ${min.mul(1000).valueOf()} ms beats run together` }];
  }
  return [];
}
