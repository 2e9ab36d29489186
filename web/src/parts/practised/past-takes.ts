/** What was practised, as paths and benches see it: by the days of the player's own calendar. */
import type { PastTake } from '@feldspar/core/paths';
import { trialCount } from '@feldspar/core/timing';
import type { PractisedTake } from '@feldspar/core/wire';
import type { Week } from '@feldspar/core/words';

/** The day of a moment on the calendar of this device: "2026-11-28". */
export const dayOf = (moment: Date | string): string => new Date(moment).toLocaleDateString('sv');

export function pastTake({ planId, tempo, startedAt, stopped, figures }: PractisedTake): PastTake {
  return { planId, tempo, day: dayOf(startedAt), stopped, figures };
}

/** Since Monday. @param held titles of what held for the first time, with the day on which it did. */
export function weekOf(
  takes: readonly PractisedTake[],
  held: readonly { title: string; since: string }[],
  now: Date,
): Week {
  const monday = new Date(now);
  monday.setDate(now.getDate() - ((now.getDay() + 6) % 7));
  const from = dayOf(monday);
  const own = takes.filter(({ startedAt }) => dayOf(startedAt) >= from);
  const trials = own.flatMap(({ figures }) =>
    figures && figures.trials.why === undefined ? [figures.trials] : [],
  );
  return {
    days: new Set(own.map(({ startedAt }) => dayOf(startedAt))).size,
    minutes: own.reduce((sum, { figures }) => sum + (figures?.playedS ?? 0), 0) / 60,
    good: trials.reduce((sum, { good }) => sum + good, 0),
    trials: trials.reduce((sum, one) => sum + trialCount(one), 0),
    held: [...new Set(held.filter(({ since }) => since >= from).map(({ title }) => title))],
  };
}
