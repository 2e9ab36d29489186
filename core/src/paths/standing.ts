/** Where somebody stands on a path: computed from takes, every time anew. Pure. */
import type { TakeFigures } from '../take/index.ts';
import type { Tempo } from '../time/index.ts';
import { type PastTake, isSameTempo, ratio, reaches, tempoOf } from './past-take.ts';
import type { Goal, Path, PathStep, Walk } from './path-schema.ts';
import { type Evidence, FEWEST_DAYS, weigh } from './rule.ts';

export interface StepStanding {
  step: PathStep;
  state: 'held' | 'present' | 'begun' | 'ahead';
  /** Those that are of this step, newest first. */
  takes: readonly PastTake[];
  /** At the tempo practised last; of a held step at the one at which it holds. Null before the first take. */
  evidence: Evidence | null;
  at: Tempo | null;
  /** The day on which it was held for the first time. */
  heldSince: string | null;
  /** Of the newest takes at that tempo, newest last: how far off each trial was. */
  errorsMs: number[];
  toleranceMs: number | null;
  goals: { goal: Goal; met: boolean }[];
}

export interface Standing {
  steps: StepStanding[];
  /** Index of the step to be worked on; null where all of them hold. */
  present: number | null;
  held: number;
  /** The newest take as far as it was walked. */
  newest: PastTake | null;
}

/** So many trials are drawn of a step. */
const MOST_DRAWN = 40;

/** @param takes newest first. @param ticked what was ticked by hand. */
export function standingOn(path: Path, takes: readonly PastTake[], ticked: Walk['ticked'] = []): Standing {
  const own = path.steps.map((step) => takesOf(path, step, takes));
  const seen = path.steps.map((step, i) => {
    // Where it holds faster it holds here too, whichever step the takes were meant for.
    const all = takes.filter(({ planId }) => planId === step.planId);
    return standingOf(path, step, own[i], all);
  });
  const reached = reachedStep(own, seen);
  const newest = takes.find((take) => (stepIndexOf(path, take) ?? Infinity) <= reached) ?? null;
  const present = presentStep(newest && stepIndexOf(path, newest), reached, seen);
  const steps = seen.map((one, i): StepStanding => ({
    ...one,
    step: path.steps[i],
    takes: own[i],
    state:
      one.heldSince !== null ? 'held' : i === present ? 'present' : own[i].length > 0 ? 'begun' : 'ahead',
    goals: (path.steps[i].goals ?? []).map((goal) => ({
      goal,
      met: goal.judged
        ? isMet(goal.judged, own[i])
        : ticked.some(({ step, goal: key }) => step === path.steps[i].key && key === goal.key),
    })),
  }));
  return { steps, present, newest, held: steps.filter(({ state }) => state === 'held').length };
}

/** The step that a take belongs to: that of its plan; where several have the plan, the one nearest in tempo. */
export function stepIndexOf(path: Path, take: Pick<PastTake, 'planId' | 'tempo'>): number | null {
  const far = path.steps.map((step) =>
    step.planId === take.planId ? Math.abs(Math.log(ratio(tempoOf(take), tempoOf(step)))) : Infinity,
  );
  const nearest = Math.min(...far);
  return nearest === Infinity ? null : far.indexOf(nearest);
}

/** It has to hold at its own tempo: it says so, or the path comes back to the plan at another one. */
export const isBoundToTempo = (path: Path, step: PathStep): boolean =>
  step.atTempo === true || path.steps.some((other) => other !== step && other.planId === step.planId);

function takesOf(path: Path, step: PathStep, takes: readonly PastTake[]): PastTake[] {
  const index = path.steps.indexOf(step);
  return takes.filter((take) => take.planId === step.planId && stepIndexOf(path, take) === index);
}

type Seen = Pick<StepStanding, 'evidence' | 'at' | 'heldSince' | 'errorsMs' | 'toleranceMs'>;

const NOTHING: Seen = { evidence: null, at: null, heldSince: null, errorsMs: [], toleranceMs: null };

function standingOf(path: Path, step: PathStep, takes: readonly PastTake[], all: readonly PastTake[]): Seen {
  const groups = byTempo(all);
  if (groups.length === 0) return NOTHING;
  const isBound = isBoundToTempo(path, step);
  let held: { group: PastTake[]; since: string } | null = null;
  for (const group of groups) {
    if (isBound && !reaches(tempoOf(group[0]), tempoOf(step))) continue;
    const since = heldSince(group, step.days ?? FEWEST_DAYS);
    if (since !== null && (held === null || since < held.since)) held = { group, since };
  }
  const group = held?.group ?? byTempo(takes).at(0);
  if (!group) return NOTHING;
  const figured = group.flatMap(({ figures }) => figures ?? []);
  return {
    evidence: weigh(said(group), step.days),
    at: tempoOf(group[0]),
    heldSince: held?.since ?? null,
    errorsMs: figured
      .flatMap(({ trials }) => [...(trials.errorsMs ?? [])].reverse())
      .slice(0, MOST_DRAWN)
      .reverse(),
    toleranceMs: figured.find(({ trials }) => trials.toleranceMs !== undefined)?.trials.toleranceMs ?? null,
  };
}

/** Takes at about one tempo, the newest of each group first; a take may lie in two. */
function byTempo(takes: readonly PastTake[]): PastTake[][] {
  const groups: PastTake[][] = [];
  for (const take of takes) {
    if (groups.some((group) => isSameTempo(tempoOf(group[0]), tempoOf(take)))) continue;
    groups.push(takes.filter((other) => isSameTempo(tempoOf(other), tempoOf(take))));
  }
  return groups;
}

const said = (takes: readonly PastTake[]) =>
  takes.flatMap(({ day, figures }) => (figures ? [{ day, trials: figures.trials }] : []));

/**
 * The day after which it held for the first time. What was held stays held: a bad day months later is told by trends, and does not take a
 * step away.
 */
function heldSince(takes: readonly PastTake[], days: number): string | null {
  const oldest = [...takes].reverse();
  for (let n = 1; n <= oldest.length; n++) {
    // All takes of one day together.
    if (n < oldest.length && oldest[n].day === oldest[n - 1].day) continue;
    const until = said(oldest.slice(0, n).reverse());
    if (weigh(until, days).outcome === 'holds') return oldest[n - 1].day;
  }
  return null;
}

/**
 * How far somebody has come: past every step that holds, and past one that was begun and left for the next, which is what overruling does.
 * What lies beyond is played as something else: it says nothing of where one stands.
 */
function reachedStep(own: readonly (readonly PastTake[])[], seen: readonly Seen[]): number {
  let at = 0;
  while (at < seen.length - 1) {
    const isLeft = own[at].length > 0 && own[at + 1].length > 0;
    if (seen[at].heldSince === null && !isLeft) break;
    at++;
  }
  return at;
}

/** The one played last as far as one has come, unless it is held: then the next that is not. */
function presentStep(last: number | null, reached: number, seen: readonly Seen[]): number | null {
  const open = (from: number) => seen.findIndex(({ heldSince: since }, i) => i >= from && since === null);
  const onward = open(last ?? reached);
  const found = onward >= 0 ? onward : open(0);
  return found >= 0 ? found : null;
}

function isMet({ by, value }: NonNullable<Goal['judged']>, takes: readonly PastTake[]): boolean {
  const through = takes.filter(({ stopped }) => !stopped);
  const figures = takes.flatMap((take) => (isWhole(take.figures) ? [take.figures] : []));
  switch (by) {
    case 'takes':
      return through.length >= value;
    case 'minutes':
      return figures.reduce((sum, { playedS }) => sum + playedS, 0) >= 60 * value;
    case 'spread':
      return figures.some(({ spreadMs }) => spreadMs !== null && spreadMs <= value);
    case 'alone':
      return figures.some(({ holdBeats }) => holdBeats !== null && holdBeats >= value);
  }
}

const isWhole = (figures: PastTake['figures']): figures is TakeFigures =>
  figures !== null && 'playedS' in figures;
