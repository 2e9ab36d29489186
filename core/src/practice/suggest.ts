/** What to do now: one plan and the reason for it, from the last take. */
import type { TakeSummary } from '../take/index.ts';
import { type Tempo, tempo } from '../time/index.ts';
import { type Placement, clickRateFor, feltTempo, placements } from '../reference/index.ts';
import { placementOfPlan, placementPlanId } from './placement-plans.ts';
import { READY_PLANS } from './ready-plans.ts';

export interface LastTake {
  planId: string | null;
  tempo: { bpm: number | string; beat: string };
  summary: Pick<TakeSummary, 'verdict' | 'tempoPercent' | 'counts' | 'clickedSdMs'>;
}

export interface Suggestion {
  planId: string;
  /** Null: the plan's own tempo. */
  tempo: Tempo | null;
  reason: string;
}

/** Hits within this spread of the click count as secure (2 to 4 % of a beat is skilled tapping; common practice). */
const SECURE_SD_MS = 25;

/** A beat of two seconds is the slowest that is felt as a beat (London 2004). */
const SLOWEST_SUGGESTED = 30;

const CUT_SHORT = 'The last take was cut short: play it through once.';

export function suggest(last: LastTake | null): Suggestion {
  const placement = last?.planId ? placementOfPlan(last.planId) : null;
  if (last && placement) return suggestPlacement(last, placement);
  const index = READY_PLANS.findIndex(({ id }) => id === last?.planId);
  if (!last || index < 0) {
    return {
      planId: READY_PLANS[0].id,
      tempo: null,
      reason: 'Begin with the full click, and take clicks away once it is secure.',
    };
  }
  const { verdict, counts, clickedSdMs } = last.summary;
  const { id, plan } = READY_PLANS[index];
  const same = tempo(last.tempo.bpm, last.tempo.beat);
  if (counts.matched < counts.targets / 2) return { planId: id, tempo: same, reason: CUT_SHORT };
  if (verdict === 'rushing' || verdict === 'dragging') {
    const did = verdict === 'rushing' ? 'hurried' : 'dragged';
    const slower = { ...same, bpm: same.bpm.mul(9, 10).round() };
    return {
      planId: id,
      tempo: slower.bpm.gte(SLOWEST_SUGGESTED) ? slower : same,
      reason: `You ${did} the last time: stay on it, a little slower, until it holds.`,
    };
  }
  const next = READY_PLANS[index + 1];
  const secure = verdict === 'steady' || (index < 2 && clickedSdMs !== null && clickedSdMs <= SECURE_SD_MS);
  if (secure && next) {
    return { planId: next.id, tempo: null, reason: `${plan.title} is secure: take the next step.` };
  }
  return { planId: id, tempo: same, reason: 'One more take of the same will make the figure clearer.' };
}

/** The same click, until it is locked; then the next place for it, its speed untouched. */
function suggestPlacement({ tempo: last, summary }: LastTake, placement: Placement): Suggestion {
  const felt = tempo(last.bpm, last.beat);
  const again = { planId: placementPlanId(placement), tempo: felt };
  if (summary.counts.matched < summary.counts.targets / 2) return { ...again, reason: CUT_SHORT };
  const order = placements();
  const next = order[order.findIndex(({ key }) => key === placement.key) + 1];
  const locked =
    summary.verdict === 'steady' || (summary.clickedSdMs !== null && summary.clickedSdMs <= SECURE_SD_MS);
  if (!locked || !next) return { ...again, reason: 'Lock it once more before the click moves on.' };
  return {
    planId: placementPlanId(next),
    tempo: feltTempo(next, clickRateFor(placement, felt)),
    reason: 'Locked. Leave the click at its speed and hear it in the next place.',
  };
}
