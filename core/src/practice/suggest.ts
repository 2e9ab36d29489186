/**
 * What to do now: one plan at one tempo, and why, from the takes of a player. The step is what was played last, at about that tempo; all its
 * takes count. What comes next begins at the tempo that was held. Pure; the reason is data, its words are made elsewhere.
 */
import { placementOfPlan, placementPlanId } from './placement-plans.ts';
import { type Placement, clickRateFor, feltTempo, placements } from '../reference/index.ts';
import { Fraction, type Tempo, inTenths, quartersPerMinute, saidIn, tempo } from '../time/index.ts';
import { nextSilence, silencePlanId, silentBarsOfPlan } from './fitting-silence.ts';
import { FAMILIES } from './families.ts';
import { planTempo } from '../plan/index.ts';
import { READY_PLANS, type ReadyPlan } from './ready-plans.ts';
import { readyPlanOf } from './ready-plan-of.ts';
import { type Evidence, type StepTake, weigh } from './rule.ts';
import { trialCount } from '../timing/index.ts';

export interface PastTake {
  planId: string | null;
  tempo: { bpm: number | string; beat: string };
  /** The player's own calendar day. */
  day: string;
  /** Null as long as it is not measured. */
  trials: StepTake['trials'] | null;
}

export type Does = 'begin' | 'stay' | 'go on' | 'slower' | 'faster' | 'step back' | 'longer' | 'shorter';

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
}

/** Against the evidence: on to the next step, or stay with this one. */
export type Overrule = 'go on' | 'stay';

/** Tempos within so much are one step. */
const SAME_TEMPO = 1.04;
/** A beat of two seconds is the slowest that is felt as a beat (London 2004). */
const SLOWEST = 30;
/** The easiest middle: slower tempts to rush, faster to drag (common practice, no source). */
const MIDDLE = 100;
const NEAR_MIDDLE = 0.05;
/** Slower than this share of the plan's own tempo, the step before is the better way. */
const BACK_BELOW = 0.85;

/** @param takes newest first. */
export function suggest(takes: readonly PastTake[], overrule: Overrule | null = null): Suggestion {
  const newest = takes.find(({ planId }) => planId !== null);
  if (!newest || newest.planId === null)
    return {
      ...{ planId: READY_PLANS[0].id, tempo: null, does: 'begin' },
      ...{ evidence: null, at: null, overruled: false, otherwise: null },
    };
  const { planId } = newest;
  const at = tempo(newest.tempo.bpm, newest.tempo.beat);
  const evidence = weigh(stepOf(takes, planId, at));
  const bars = silentBarsOfPlan(planId);
  if (bars !== null && newest.trials !== null) return fitting(bars, newest.trials, at, evidence);
  const proposed = proposal(planId, at, evidence);
  const said = (what: Overrule) => overruling(what, planId, at, proposed);
  const wanted = overrule === null ? proposed : said(overrule);
  const other: Overrule = proposed.does === 'stay' ? 'go on' : 'stay';
  return {
    ...wanted,
    ...{ evidence, at },
    overruled: wanted.does !== proposed.does,
    otherwise: said(other).does === proposed.does ? null : other,
  };
}

function stepOf(takes: readonly PastTake[], planId: string, at: Tempo): StepTake[] {
  const quarters = quartersPerMinute(at).valueOf();
  return takes.flatMap(({ planId: other, tempo: { bpm, beat }, day, trials }) => {
    if (other !== planId || trials === null) return [];
    const ratio = quartersPerMinute(tempo(bpm, beat)).valueOf() / quarters;
    return Math.max(ratio, 1 / ratio) <= SAME_TEMPO ? [{ day, trials }] : [];
  });
}

/** The next silence follows from the last one alone: within a session it grows and shrinks from take to take. */
function fitting(was: number, trials: StepTake['trials'], at: Tempo, evidence: Evidence): Suggestion {
  const now = nextSilence(was, trials);
  return {
    planId: silencePlanId(now),
    tempo: at,
    does: now > was ? 'longer' : now < was ? 'shorter' : 'stay',
    ...{ evidence, at, overruled: false, otherwise: null },
    ...(trials.why === undefined ? { silence: { was, now, good: trials.good, of: trialCount(trials) } } : {}),
  };
}

type Proposal = Pick<Suggestion, 'planId' | 'tempo' | 'does'>;

function proposal(planId: string, at: Tempo, { outcome, newestSays, early, late }: Evidence): Proposal {
  const stay: Proposal = { planId, tempo: at, does: 'stay' };
  // A take of something else says nothing of the step: it is played once more.
  if (newestSays !== null || outcome === 'undecided') return stay;
  if (outcome === 'holds') return stepBeside(planId, at, 1) ?? stay;
  // Towards the easiest middle; from there slower. Who drags where it is slow is helped by a beat that carries.
  const isBelowMiddle = quartersPerMinute(at).valueOf() < MIDDLE * (1 - NEAR_MIDDLE);
  if (outcome === 'other tempo') return { planId, ...scaled(at, isBelowMiddle ? 11 : 9) };
  if (late > early && isBelowMiddle) return { planId, ...scaled(at, 11) };
  const own = readyPlanOf(planId);
  const isSlow =
    own !== null && at.bpm.valueOf() < BACK_BELOW * saidIn(planTempo(own.plan), at.beat).bpm.valueOf();
  const back = isSlow ? stepBeside(planId, at, -1) : null;
  return back ?? { planId, ...scaled(at, 9) };
}

function scaled(at: Tempo, tenths: number): Pick<Proposal, 'tempo' | 'does'> {
  const scaledTo = inTenths(at, tenths);
  if (scaledTo.bpm.lt(SLOWEST)) return { tempo: at, does: 'stay' };
  return { tempo: scaledTo, does: tenths > 10 ? 'faster' : 'slower' };
}

/** The step after this one, or before it, at the tempo that was held; null where there is none. */
function stepBeside(planId: string, at: Tempo, by: 1 | -1): Proposal | null {
  const does: Does = by > 0 ? 'go on' : 'step back';
  const placement = placementOfPlan(planId);
  if (placement) {
    const beside = neighbour(placements(), ({ key }) => key === placement.key, by);
    return beside && { planId: placementPlanId(beside), tempo: placedTempo(placement, beside, at), does };
  }
  const order: readonly ReadyPlan[] = READY_PLANS.some(({ id }) => id === planId)
    ? READY_PLANS
    : (FAMILIES.find(({ plans }) => plans.some(({ id }) => id === planId))?.plans ?? []);
  const beside = neighbour(order, ({ id }) => id === planId, by);
  if (!beside) return null;
  const said = saidIn(at, planTempo(beside.plan).beat);
  return { planId: beside.id, tempo: { ...said, bpm: new Fraction(said.bpm.round()) }, does };
}

/** The click keeps its speed and is heard in another place. */
const placedTempo = (from: Placement, to: Placement, felt: Tempo) => feltTempo(to, clickRateFor(from, felt));

function neighbour<Item>(items: readonly Item[], is: (item: Item) => boolean, by: number): Item | null {
  const index = items.findIndex(is);
  return index < 0 ? null : (items[index + by] ?? null);
}

function overruling(overrule: Overrule, planId: string, at: Tempo, proposed: Proposal): Proposal {
  if (overrule === 'stay') return { planId, tempo: at, does: 'stay' };
  return stepBeside(planId, at, 1) ?? proposed;
}
