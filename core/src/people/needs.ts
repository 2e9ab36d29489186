/**
 * A player's week in one line for whoever teaches: how long, what is due, which figure changed most, where somebody is stuck, and what the
 * evidence suggests. Nobody is compared with anybody. Pure; the words are made elsewhere.
 */
import { type PastTake, type Path, isSameTempo, suggest, tempoOf, weigh } from '../paths/index.ts';
import type { SaidTempo } from '../plan/index.ts';
import { placementOfPlan } from '../practice/index.ts';
import { mean, standardDeviation } from '../stats/index.ts';
import type { TakeFigures } from '../take/index.ts';
import { type Tempo, inTenths, quartersPerMinute } from '../time/index.ts';
import { trialCount } from '../timing/index.ts';
import { type Trend, type TrendFigure, dayNumber, dayOfNumber, trendsOf } from '../trends/index.ts';
import { periodOf } from './assignment-standing.ts';
import { gainOf } from './gain.ts';
import type { Advice, Need, PlayerWeek } from './needs-schema.ts';

export interface SeenTake extends PastTake {
  title: string;
  figures: TakeFigures | null;
}

/** Work that was given to the player, and how far it is. */
export type GivenWork = PlayerWeek['work'][number];
type Trended = PlayerWeek['trend'];

const TREND_DAYS = 84;
const AWAY_DAYS = 10;
/** Hurrying and dragging are told by so many days. */
const RECENT_DAYS = 28;
/** Work is due so many days before its last one; what comes again, on its last day. */
const DUE_DAYS = 3;
const FEWEST_TRIALS = 12;
/** A constant place so far from the click is more likely the equipment's than a habit (common practice, no source). */
const LATE_EQUIPMENT_MS = 45;
const STEADY_PLACE_MS = 15;

export interface Known {
  /** Newest first. */
  takes: readonly SeenTake[];
  walked: Path | null;
  work: readonly GivenWork[];
  /** On the calendar of whoever looks. */
  today: string;
}

export function playerWeek({ takes, walked, work, today }: Known): PlayerWeek {
  const [monday] = periodOf('week', today);
  const days = Array.from({ length: 7 }, (_, i) => {
    const day = dayOfNumber(dayNumber(monday) + i);
    const of = takes.filter((take) => take.day === day);
    return { day, minutes: of.reduce((sum, { figures }) => sum + (figures?.playedS ?? 0), 0) / 60 };
  });
  const since = dayOfNumber(dayNumber(today) - TREND_DAYS);
  const { trends } = trendsOf(
    takes
      .filter(({ day }) => day > since)
      .map((take) => ({ ...take, quarterBpm: quartersPerMinute(tempoOf(take)).valueOf() })),
  );
  const trend = surest(trends) ?? trends.find(({ figure }) => figure === 'return')!;
  return {
    days,
    minutes: days.reduce((sum, { minutes }) => sum + minutes, 0),
    daysPractised: new Set(takes.filter(({ day }) => day >= monday && day <= today).map(({ day }) => day))
      .size,
    trend,
    need: needOf({ takes, walked, work, today }, trend),
    work: [...work],
  };
}

/** The change that is the most of its own interval; null where none is sure. */
function surest(trends: readonly Trend[]): Trend | null {
  const sure = trends.filter(({ change }) => change?.sure === true);
  const sureness = ({ change }: Trend) =>
    Math.abs(change!.change) / (change!.ci95[1] - change!.ci95[0] || 1e-9);
  // Where notes lie beside the click is a style: it is told where nothing else changed.
  const skills = sure.filter(({ figure }) => BETTER[figure] !== null);
  return [...(skills.length > 0 ? skills : sure)].sort((a, b) => sureness(b) - sureness(a)).at(0) ?? null;
}

function needOf(known: Known, trend: Trended): Need {
  const { takes, walked, work, today } = known;
  const given = (state: 'late' | 'due', of: GivenWork | undefined): Need | null =>
    of
      ? {
          kind: state,
          unit: of.unit,
          title: of.title,
          done: of.standing.done,
          of: of.standing.of,
          until: of.standing.until,
        }
      : null;
  const late = given(
    'late',
    work.find(({ standing }) => standing.state === 'late'),
  );
  const due = given(
    'due',
    work.find(
      ({ standing: { state, until, before } }) =>
        (state === 'not begun' || state === 'begun') &&
        until !== null &&
        dayNumber(until) - dayNumber(today) <= (before === null ? DUE_DAYS : 0),
    ),
  );
  if (takes.length === 0) return late ?? due ?? { kind: 'new' };
  const isAway = dayNumber(today) - dayNumber(takes[0].day) > AWAY_DAYS;
  const needs: (Need | null)[] = [
    late,
    isAway ? null : stuck(takes, walked, today),
    isAway ? { kind: 'away', since: takes[0].day } : null,
    tempted(takes, today),
    due,
    nearly(takes, walked),
    changed(trend),
    { kind: suggest(takes, null, walked).on?.finished ? 'steady' : 'practises' },
  ];
  return needs.find((need) => need !== null)!;
}

const saidTempo = ({ bpm, beat }: Tempo): SaidTempo => ({ bpm: bpm.toFraction(), beat: beat.toFraction() });

/** Many takes of something that was played of late, at about one tempo, none better than the others, and it does not hold. */
function stuck(takes: readonly SeenTake[], walked: Path | null, today: string): Need | null {
  const from = dayOfNumber(dayNumber(today) - RECENT_DAYS);
  const looked: SeenTake[] = [];
  for (const take of takes) {
    if (take.day <= from) return null;
    if (take.planId === null || looked.some((one) => isSameStep(one, take))) continue;
    looked.push(take);
    const need = stuckOn(
      takes.filter((one) => isSameStep(one, take)),
      takes,
      walked,
    );
    if (need) return need;
  }
  return null;
}

const isSameStep = (one: SeenTake, other: SeenTake) =>
  one.planId === other.planId && isSameTempo(tempoOf(one), tempoOf(other));

/** @param own takes of one step. @param takes all of them. Both newest first. */
function stuckOn(own: readonly SeenTake[], takes: readonly SeenTake[], walked: Path | null): Need | null {
  const telling = own.filter(({ figures }) => figures !== null && figures.trials.why === undefined);
  const evidence = weigh(telling.map(({ day, figures }) => ({ day, trials: figures!.trials })));
  if (evidence.outcome === 'holds') return null;
  const gain = gainOf(telling.map(({ figures }) => figures!.trials).reverse());
  if (gain.outcome !== 'no gain') return null;
  const [{ planId, title, ...newest }] = own;
  const at = tempoOf(newest);
  const counted = telling.slice(0, gain.takes);
  // As if it had been played last: what the evidence of it suggests.
  const { advice, to } = adviceFor(
    counted,
    [...own, ...takes.filter((take) => !own.includes(take))],
    walked,
    at,
  );
  return {
    ...{ kind: 'stuck', planId: planId!, title, at: saidTempo(at) },
    ...{ takes: gain.takes, since: counted[counted.length - 1].day, advice, to: to && saidTempo(to) },
  };
}

/** What the evidence suggests to somebody who is stuck. */
function adviceFor(
  stuckOn: readonly SeenTake[],
  takes: readonly SeenTake[],
  walked: Path | null,
  at: Tempo,
): { advice: Advice; to: Tempo | null } {
  const places = stuckOn.flatMap(({ figures }) => figures?.offsetMs ?? []);
  const isElsewhere =
    places.length > 2 &&
    Math.abs(mean(places)) >= LATE_EQUIPMENT_MS &&
    (standardDeviation(places) ?? Infinity) <= STEADY_PLACE_MS;
  if (isElsewhere) return { advice: 'latency', to: null };
  const sum = (of: 'early' | 'late' | 'uneven') =>
    stuckOn.reduce((all, { figures }) => all + (figures?.trials[of] ?? 0), 0);
  // Scattered to both sides, or within: what is missing is the grain of the beat, and no tempo.
  const [early, late, uneven] = [sum('early'), sum('late'), sum('uneven')];
  if (uneven >= early + late || Math.min(early, late) > 0.6 * Math.max(early, late))
    return { advice: 'magnifier', to: null };
  const { does, tempo } = suggest(takes, null, walked);
  if (does === 'slower' || does === 'faster' || does === 'step back') return { advice: does, to: tempo };
  const [{ planId }] = stuckOn;
  if (planId !== null && placementOfPlan(planId)) return { advice: 'another place', to: null };
  return { advice: 'slower', to: inTenths(at, 9) };
}

/** Early nearly always, or late; and where the tempo decides it, below or above which. */
function tempted(takes: readonly SeenTake[], today: string): Need | null {
  const from = dayOfNumber(dayNumber(today) - RECENT_DAYS);
  const recent = takes.flatMap(({ day, figures, ...take }) =>
    day > from && figures && figures.trials.why === undefined && trialCount(figures.trials) > 0
      ? [{ trials: figures.trials, rate: quartersPerMinute(tempoOf(take)).valueOf() }]
      : [],
  );
  const all = sumTrials(recent.map(({ trials }) => trials));
  if (all.count < FEWEST_TRIALS || all.good / all.count >= 0.75) return null;
  const kind = all.early >= 2 * all.late + 3 ? 'hurries' : all.late >= 2 * all.early + 3 ? 'drags' : null;
  if (kind === null) return null;
  const rates = [...new Set(recent.map(({ rate }) => Math.round(rate)))].sort((a, b) => a - b);
  const goodAt = (rate: number) => {
    const at = sumTrials(recent.filter((one) => Math.round(one.rate) === rate).map(({ trials }) => trials));
    return at.count >= FEWEST_TRIALS / 2 ? at.good / at.count >= 0.8 : null;
  };
  const steady = rates.filter((rate) => goodAt(rate) === true);
  const poor = rates.filter((rate) => goodAt(rate) === false);
  const isBelow = steady.length > 0 && poor.length > 0 && Math.max(...poor) < Math.min(...steady);
  const isAbove = steady.length > 0 && poor.length > 0 && Math.min(...poor) > Math.max(...steady);
  return {
    kind,
    below: isBelow ? Math.min(...steady) : null,
    above: isAbove ? Math.max(...steady) : null,
    steadyAt: isBelow ? Math.min(...steady) : isAbove ? Math.max(...steady) : null,
  };
}

function sumTrials(trials: readonly TakeFigures['trials'][]) {
  const sum = (of: 'good' | 'early' | 'late') => trials.reduce((all, one) => all + one[of], 0);
  return {
    ...{ good: sum('good'), early: sum('early'), late: sum('late') },
    count: trials.reduce((all, one) => all + trialCount(one), 0),
  };
}

/** A few good trials more open the next step. */
function nearly(takes: readonly SeenTake[], walked: Path | null): Need | null {
  const { evidence, planId } = suggest(takes, null, walked);
  if (!evidence || evidence.outcome !== 'undecided' || evidence.takes === 0) return null;
  const { good, anotherDay } = evidence.missing;
  const share = evidence.good / trialCount(evidence);
  const title = takes.find((take) => take.planId === planId)?.title;
  if (share < 0.75 || good > 6 || title === undefined) return null;
  return { kind: 'nearly', title, good, anotherDay, of: evidence.of };
}

/** Which way is better; null for what is a matter of style. */
const BETTER: Readonly<Record<TrendFigure, 1 | -1 | null>> = {
  return: -1,
  hold: 1,
  spread: -1,
  offset: null,
  tempo: 1,
};

function changed({ figure, change }: Trended): Need | null {
  if (!change?.sure) return null;
  const better = BETTER[figure];
  return {
    ...{ kind: 'changed', figure, from: change.from, to: change.to },
    better: better === null ? null : Math.sign(change.change) === better,
  };
}
