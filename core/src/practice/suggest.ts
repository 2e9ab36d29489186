/** What to do now: one plan and the reason for it, from the last take. */
import type { TakeSummary } from '../take/index.ts';
import { READY_PLANS } from './ready-plans.ts';

export interface LastTake {
  planId: string | null;
  summary: Pick<TakeSummary, 'verdict' | 'tempoPercent' | 'counts' | 'clickedSdMs'>;
}

export interface Suggestion {
  planId: string;
  reason: string;
}

/** Hits within this spread of the click count as secure (2 to 4 % of a beat is skilled tapping; common practice). */
const SECURE_SD_MS = 25;

export function suggest(last: LastTake | null): Suggestion {
  const index = READY_PLANS.findIndex(({ id }) => id === last?.planId);
  if (!last || index < 0) {
    return {
      planId: READY_PLANS[0].id,
      reason: 'Begin with the full click, and take clicks away once it is secure.',
    };
  }
  const { verdict, counts, clickedSdMs } = last.summary;
  const { id, plan } = READY_PLANS[index];
  const next = READY_PLANS[Math.min(index + 1, READY_PLANS.length - 1)];
  if (counts.matched < counts.targets / 2) {
    return { planId: id, reason: 'The last take was cut short: play it through once.' };
  }
  if (verdict === 'rushing' || verdict === 'dragging') {
    return {
      planId: id,
      reason: `You ${verdict === 'rushing' ? 'hurried' : 'dragged'} the last time: stay on it, a little slower, until it holds.`,
    };
  }
  const secure = verdict === 'steady' || (index < 2 && clickedSdMs !== null && clickedSdMs <= SECURE_SD_MS);
  if (secure && next.id !== id)
    return { planId: next.id, reason: `${plan.title} is secure: take the next step.` };
  return { planId: id, reason: 'One more take of the same will make the figure clearer.' };
}
