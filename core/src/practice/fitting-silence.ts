/**
 * A silence that fits: so long that coming back in time is likely, not certain. It grows and shrinks from take to take, so that about four
 * returns in five are good (a weighted up-down method, Kaernbach 1991, Perception & Psychophysics 49, 227–229: steps up and down in the
 * ratio that balances at the wanted share). The plan of each length has an id of its own, made of it, so that all installations mean the same.
 */
import { type Trials, trialCount } from '../timing/index.ts';
import { type ReadyPlan, ready } from './ready-plans.ts';

export const LONGEST_SILENCE = 16;
const ID_HEAD = 'b7a3c1de-2000-4f5d-9a10-0000000000';
/** The bars that sound between two silences, and about how long a take is to be. */
const SOUNDING = 2;
const BARS = 44;
const RETURNS = { least: 3, most: 8 } as const;
const BPM = 84;
const BEATS = 4;

/** The share of good returns at which it stays as it is. */
export const FITTING_SHARE = 0.8;
/** A bar more where nearly all were good; for each fifth that is missing a bar less, two at the most. */
const GROWS_FROM = 0.9;
const STAYS_FROM = 0.7;
const SHRINKS_BY_TWO_BELOW = 0.4;

export function silencePlan(bars: number): ReadyPlan {
  const returns = Math.max(RETURNS.least, Math.min(RETURNS.most, Math.round(BARS / (bars + SOUNDING))));
  const round = 'x'.repeat(SOUNDING) + 'o'.repeat(bars);
  const pattern = round.repeat(returns) + 'x'.repeat(SOUNDING);
  return ready(
    silencePlanId(bars),
    `Silence of ${bars === 1 ? 'one bar' : `${bars} bars`}`,
    'Come back with the click after a silence that fits you; it grows as you do.',
    [
      {
        bars: pattern.length,
        meter: { beats: BEATS, unit: '1/4' },
        tempo: { bpm: BPM, beat: '1/4' },
        clicks: [{ every: '1/4', accent: ['0'] }],
        silence: { bars: pattern },
        play: [{ every: '1/4' }],
      },
    ],
  );
}

export const silencePlanId = (bars: number): string => ID_HEAD + bars.toString(16).padStart(2, '0');

/** How many bars are silent in the plan of this id, or null for another id. */
export function silentBarsOfPlan(id: string): number | null {
  if (!id.startsWith(ID_HEAD)) return null;
  const bars = Number.parseInt(id.slice(ID_HEAD.length), 16);
  return bars >= 1 && bars <= LONGEST_SILENCE && silencePlanId(bars) === id ? bars : null;
}

/** The next length after a take of one; a take that says nothing changes nothing. */
export function nextSilence(bars: number, trials: Trials): number {
  const count = trialCount(trials);
  if (trials.why !== undefined || count === 0) return bars;
  const share = trials.good / count;
  const by = share >= GROWS_FROM ? 1 : share >= STAYS_FROM ? 0 : share >= SHRINKS_BY_TWO_BELOW ? -1 : -2;
  return Math.max(1, Math.min(LONGEST_SILENCE, bars + by));
}

/** Where nobody has played one: what the player holds at that share, from other takes; one bar where that is not known. */
export function firstSilence(holdBeats: number | null): number {
  return Math.max(1, Math.min(LONGEST_SILENCE, Math.floor((holdBeats ?? BEATS) / BEATS)));
}

export interface SilenceOffer {
  bars: number;
  /** The last one that was played; null where none was. */
  last: { bars: number; trials: Trials | null } | null;
  /** What is held alone by other takes; null where that is not known. */
  holdBeats: number | null;
}

/** The silence that fits now. @param takes newest first. */
export function offerSilence(
  takes: readonly { planId: string | null; trials: Trials | null; holdBeats: number | null }[],
): SilenceOffer {
  const holdBeats = takes.find((take) => take.holdBeats !== null)?.holdBeats ?? null;
  for (const { planId, trials } of takes) {
    const bars = planId === null ? null : silentBarsOfPlan(planId);
    if (bars === null) continue;
    return { bars: trials ? nextSilence(bars, trials) : bars, last: { bars, trials }, holdBeats };
  }
  return { bars: firstSilence(holdBeats), last: null, holdBeats };
}
