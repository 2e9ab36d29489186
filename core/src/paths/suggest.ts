/**
 * What to do now: one plan at one tempo, and why, from the takes of a player. On a path that somebody walks it is a step of that; otherwise
 * the step is what was played last, and the order that of the first ready path it stands in. All takes of a step at about its tempo count.
 * What comes next begins at the tempo that was held. Pure; the reason is data, its words are made elsewhere.
 */
import { type Placement, clickRateFor, feltTempo, placements } from '../reference/index.ts';
import {
  nextSilence,
  placementOfPlan,
  placementPlanId,
  readyPlanOf,
  silencePlanId,
  silentBarsOfPlan,
} from '../practice/index.ts';
import { planTempo } from '../plan/index.ts';
import { type Tempo, inTenths, saidIn } from '../time/index.ts';
import { type Trials, trialCount } from '../timing/index.ts';
import { type PastTake, isSameTempo, ratio, reaches, tempoOf, wholeTempo } from './past-take.ts';
import type { Path, PathStep } from './path-schema.ts';
import { readyPathWith } from './ready-paths.ts';
import { type Evidence, weigh } from './rule.ts';
import { type Standing, isBoundToTempo, standingOn, stepIndexOf } from './standing.ts';

export type Does =
  'begin' | 'stay' | 'go on' | 'resume' | 'slower' | 'faster' | 'step back' | 'longer' | 'shorter';

export interface Suggestion {
  planId: string;
  /** Null: the plan's own tempo. */
  tempo: Tempo | null;
  does: Does;
  /** Null before the first take. */
  evidence: Evidence | null;
  /** The tempo that the evidence is of. */
  at: Tempo | null;
  /** The person said so, against the evidence. */
  overruled: boolean;
  /** Of a silence that fits: how many bars were silent, and are now. */
  silence?: { was: number; now: number; good: number; of: number };
  /** What else a person may say; null where that would be the same. */
  otherwise: Overrule | null;
  /** Where it stands on the path that is walked; null where none is. */
  on: { path: Path; index: number; finished: boolean } | null;
}

/** Against the evidence: on to the next step, or stay with this one. */
export type Overrule = 'go on' | 'stay';

/** A beat of two seconds is the slowest that is felt as a beat (London 2004). */
const SLOWEST = 30;
/** The easiest middle: slower tempts to rush, faster to drag (common practice, no source). */
const MIDDLE = 100;
const NEAR_MIDDLE = 0.05;
/** A slower tempo has helped where so much more of it was good. */
const HELPS = 0.15;
/** Slower than this share of the plan's own tempo, the step before is the better way. */
const BACK_BELOW = 0.85;

/** @param takes newest first. @param walked the path that the player walks; null where none is chosen. */
export function suggest(
  takes: readonly PastTake[],
  overrule: Overrule | null = null,
  walked: Path | null = null,
): Suggestion {
  const standing = walked && standingOn(walked, takes);
  const newest = standing ? standing.newest : takes.find(({ planId }) => planId !== null);
  if (!newest) return beginning(walked);
  const open = standing && resumed(standing, newest);
  const { planId } = open ?? newest;
  if (planId === null) return beginning(walked);
  const at = tempoOf(open ?? newest);
  const bars = silentBarsOfPlan(planId);
  const days = walked?.steps[stepIndexOf(walked, open ?? newest)!].days;
  const evidence = weighAt(takes, planId, at, days);
  if (bars !== null && newest.figures !== null && walked === null)
    return fitting(bars, newest.figures.trials, at, evidence);
  // A re-heard click that no path was chosen for goes round its own places.
  const order = walked ?? (placementOfPlan(planId) ? null : readyPathWith(planId));
  const steps = standing ?? (order && standingOn(order, takes));
  const now: Now = { takes, planId, at, evidence, way: wayOf(order, open ?? newest, steps) };
  const proposed: Proposal = open ? { planId, tempo: at, does: 'resume' } : proposal(now);
  const said = (what: Overrule) => overruling(what, now, proposed);
  const wanted = overrule === null ? proposed : said(overrule);
  // To take up again what is open is to stay with it.
  const other: Overrule = proposed.does === 'stay' || proposed.does === 'resume' ? 'go on' : 'stay';
  const index =
    walked && stepIndexOf(walked, { planId: wanted.planId, tempo: plainTempo(wanted.tempo ?? at) });
  return {
    ...wanted,
    ...{ evidence, at },
    overruled: wanted.does !== proposed.does,
    otherwise: said(other).does === proposed.does ? null : other,
    on: walked && index !== null ? { path: walked, index, finished: standing!.present === null } : null,
  };
}

/**
 * Who played a step that holds, as a warm-up or because the step after it was too hard, goes back to the one that is open: its newest take.
 * Null where that was not begun yet, or was played last.
 */
function resumed({ steps, present }: Standing, last: PastTake): PastTake | null {
  if (present === null) return null;
  const { takes } = steps[present];
  return takes.length > 0 && !takes.includes(last) ? takes[0] : null;
}

/** All takes of a plan at about a tempo. */
function weighAt(takes: readonly PastTake[], planId: string, at: Tempo, days?: number): Evidence {
  return weigh(
    takes.flatMap((take) =>
      take.planId === planId && take.figures !== null && isSameTempo(tempoOf(take), at)
        ? [{ day: take.day, trials: take.figures.trials }]
        : [],
    ),
    days,
  );
}

/** What a proposal follows from: the takes, what was played last, what it says, and where that stands. */
interface Now {
  takes: readonly PastTake[];
  planId: string;
  at: Tempo;
  evidence: Evidence;
  way: Way | null;
}

function beginning(walked: Path | null): Suggestion {
  const [first] = (walked ?? readyPathWith(null)!).steps;
  return {
    ...{ planId: first.planId, tempo: walked ? tempoOf(first) : null, does: 'begin' },
    ...{ evidence: null, at: null, overruled: false, otherwise: null },
    on: walked && { path: walked, index: 0, finished: false },
  };
}

const plainTempo = ({ bpm, beat }: Tempo) => ({ bpm: bpm.toFraction(), beat: beat.toFraction() });

/** The next silence follows from the last one alone: within a session it grows and shrinks from take to take. */
function fitting(was: number, trials: Trials, at: Tempo, evidence: Evidence): Suggestion {
  const now = nextSilence(was, trials);
  return {
    planId: silencePlanId(now),
    tempo: at,
    does: now > was ? 'longer' : now < was ? 'shorter' : 'stay',
    ...{ evidence, at, overruled: false, otherwise: null, on: null },
    ...(trials.why === undefined ? { silence: { was, now, good: trials.good, of: trialCount(trials) } } : {}),
  };
}

/** Where a player stands in an order of steps. */
interface Way {
  path: Path;
  index: number;
  /** Which steps hold already. */
  held: readonly boolean[];
}

function wayOf(path: Path | null, newest: PastTake, standing: Standing | null): Way | null {
  const index = path && stepIndexOf(path, newest);
  if (path === null || index === null || standing === null) return null;
  return { path, index, held: standing.steps.map(({ state }) => state === 'held') };
}

type Proposal = Pick<Suggestion, 'planId' | 'tempo' | 'does'>;

function proposal(now: Now): Proposal {
  const { planId, at, way, evidence } = now;
  const { outcome, newestSays, early, late } = evidence;
  const stay: Proposal = { planId, tempo: at, does: 'stay' };
  // A take of something else says nothing of the step: it is played once more.
  if (newestSays !== null || outcome === 'undecided') return stay;
  if (outcome === 'holds') return towardsTempo(way, planId, at) ?? stepBeside(way, planId, at, 1) ?? stay;
  // Towards the easiest middle; from there slower. Who drags where it is slow is helped by a beat that carries.
  const isBelowMiddle = at.bpm.valueOf() < MIDDLE * (1 - NEAR_MIDDLE);
  if (outcome === 'other tempo') return { planId, ...scaled(at, isBelowMiddle ? 11 : 9) };
  if (late > early && isBelowMiddle) return { planId, ...scaled(at, 11) };
  if (isBelowMiddle) {
    const fastest = fasterWithoutHarm(now);
    if (fastest) return { planId, ...scaled(fastest, 11) };
  }
  const own = readyPlanOf(planId);
  const meant = way ? tempoOf(way.path.steps[way.index]) : own && planTempo(own.plan);
  const isSlow = meant !== null && ratio(at, meant) < BACK_BELOW;
  const back = isSlow ? stepBeside(way, planId, at, -1) : null;
  return back ?? { planId, ...scaled(at, 9) };
}

/**
 * Who was sent slower, and hurries there as much, is one whom slow tempos tempt: the fastest tempo at which the plan was tried, where that
 * still lies below the middle. Null where slower did help, or was not tried yet.
 */
function fasterWithoutHarm({ takes, planId, at, evidence }: Now): Tempo | null {
  const faster = takes.flatMap((take) =>
    take.planId === planId && ratio(tempoOf(take), at) > 1 && !isSameTempo(tempoOf(take), at)
      ? [tempoOf(take)]
      : [],
  );
  if (faster.length === 0) return null;
  const fastest = faster.reduce((most, one) => (ratio(one, most) > 1 ? one : most));
  const said = shareOf(weighAt(takes, planId, fastest));
  const isNoWorse = said !== null && said + HELPS >= (shareOf(evidence) ?? 0);
  return isNoWorse && fastest.bpm.valueOf() < MIDDLE ? fastest : null;
}

const shareOf = (evidence: Evidence): number | null => {
  const all = trialCount(evidence);
  return all > 0 ? evidence.good / all : null;
};

function scaled(at: Tempo, tenths: number): Pick<Proposal, 'tempo' | 'does'> {
  const scaledTo = inTenths(at, tenths);
  if (scaledTo.bpm.lt(SLOWEST)) return { tempo: at, does: 'stay' };
  return { tempo: scaledTo, does: tenths > 10 ? 'faster' : 'slower' };
}

/** A step that has to hold at its tempo, and holds at a slower one, goes on towards it. */
function towardsTempo(way: Way | null, planId: string, at: Tempo): Proposal | null {
  const step = way?.path.steps[way.index];
  if (!way || !step || step.planId !== planId || !isBoundToTempo(way.path, step)) return null;
  const asked = tempoOf(step);
  if (reaches(at, asked)) return null;
  const faster = inTenths(at, 11);
  return { planId, tempo: ratio(faster, asked) > 1 ? asked : faster, does: 'faster' };
}

/** The step after this one that does not hold yet, or the one before it, at the tempo that was held; null where there is none. */
function stepBeside(way: Way | null, planId: string, at: Tempo, by: 1 | -1): Proposal | null {
  const does: Does = by > 0 ? 'go on' : 'step back';
  if (way) {
    const { path, index, held } = way;
    const onward = path.steps.findIndex((_, i) => i > index && !held[i]);
    const beside = path.steps[by > 0 ? onward : index - 1];
    return beside ? { planId: beside.planId, tempo: firstTempo(path.steps[index], beside, at), does } : null;
  }
  const placement = placementOfPlan(planId);
  if (!placement) return null;
  const all = placements();
  const index = all.findIndex(({ key }) => key === placement.key);
  const beside = index < 0 ? undefined : all.at(index + by);
  if (!beside || index + by < 0) return null;
  return { planId: placementPlanId(beside), tempo: placedTempo(placement, beside, at), does };
}

/** How fast a step begins: as fast as the one before it was held. */
function firstTempo(from: PathStep, to: PathStep, held: Tempo): Tempo {
  const asked = tempoOf(to);
  // The same plan is there again for its tempo; where another note carries the beat, the held number means nothing.
  if (to.planId === from.planId || to.tempo.beat !== from.tempo.beat) return asked;
  const places = [placementOfPlan(from.planId), placementOfPlan(to.planId)];
  if (places[0] && places[1]) return placedTempo(places[0], places[1], held);
  return wholeTempo(saidIn(held, asked.beat));
}

/** The click keeps its speed and is heard in another place. */
const placedTempo = (from: Placement, to: Placement, felt: Tempo) => feltTempo(to, clickRateFor(from, felt));

function overruling(overrule: Overrule, { planId, at, way }: Now, proposed: Proposal): Proposal {
  if (overrule === 'stay') return { planId, tempo: at, does: 'stay' };
  return stepBeside(way, planId, at, 1) ?? proposed;
}
