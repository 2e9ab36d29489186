/** What is due: the step that is open, what was held and not played for a while, a silence that fits. Pure. */
import { type PastTake, type Standing, type Suggestion, tempoOf } from '../paths/index.ts';
import { offerSilence, readyPlanOf, silencePlan } from '../practice/index.ts';
import { planTempo } from '../plan/index.ts';
import { tempo } from '../time/index.ts';
import type { Due } from './propose.ts';

/** What holds is played again after so many days. */
const REVIEW_AFTER_DAYS = 7;
const DAY_MS = 86_400_000;
const MOST_REVIEWS = 3;

/**
 * @param titleOf a plan's title, where it is known. @param today as "2026-11-28".
 * @returns the most important first; never empty.
 */
export function dueOf(
  suggestion: Suggestion,
  standing: Standing | null,
  past: readonly PastTake[],
  titleOf: (planId: string) => string | null,
  today: string,
): Due[] {
  const due: Due[] = [];
  const add = (one: Due) => {
    if (!due.some(({ planId }) => planId === one.planId)) due.push(one);
  };
  const step = standing?.steps.find(({ step: { planId } }) => planId === suggestion.planId)?.step;
  const ready = readyPlanOf(suggestion.planId);
  const own = step ? tempo(step.tempo.bpm, step.tempo.beat) : ready && planTempo(ready.plan);
  const at = suggestion.tempo ?? own ?? suggestion.at;
  if (at)
    add({
      planId: suggestion.planId,
      title: step?.title ?? titleOf(suggestion.planId) ?? ready?.plan.title ?? 'The next step',
      tempo: at,
      reason: 'present',
    });
  const silence = offerSilence(
    past.map(({ planId, figures }) => ({
      planId,
      trials: figures?.trials ?? null,
      holdBeats: figures && 'holdBeats' in figures ? figures.holdBeats : null,
    })),
  );
  const { id, plan } = silencePlan(silence.bars);
  const reviews = (standing?.steps ?? [])
    .flatMap(({ step: { planId, title }, state, takes, at: heldAt }) => {
      const last = takes.at(0);
      const days = last ? (Date.parse(today) - Date.parse(last.day)) / DAY_MS : 0;
      return state === 'held' && last && days >= REVIEW_AFTER_DAYS
        ? [{ days, due: { planId, title, tempo: heldAt ?? tempoOf(last), reason: 'review' as const } }]
        : [];
    })
    .sort((a, b) => b.days - a.days);
  for (const { due: one } of reviews.slice(0, 1)) add(one);
  add({ planId: id, title: plan.title, tempo: planTempo(plan), reason: 'silence' });
  for (const { due: one } of reviews.slice(1, MOST_REVIEWS)) add(one);
  return due;
}
