/**
 * A session in minutes: what is due, in slices that do not bore, with a warm-up and breaks. Nothing longer than a quarter of an hour on one
 * setting; a break of five minutes after about twenty-five of playing (common practice among teachers, no source). Pure.
 */
import { planTempo } from '../plan/index.ts';
import {
  READY_PLANS,
  firstSilence,
  placementPlanId,
  placementPlanOf,
  readyPlanOf,
  silencePlan,
} from '../practice/index.ts';
import { feltTempo, placementOf } from '../reference/index.ts';
import { Fraction, type Tempo, inTenths, quartersPerMinute } from '../time/index.ts';
import type { AgendaItem } from './agenda-schema.ts';

export const LONGEST_SLICE = 15;
const SHORTEST_SLICE = 5;
const USUAL_SLICE = 10;
const BREAK = { after: 25, minutes: 5 } as const;
/** Shorter sessions begin at once. */
const WARM_UP = { from: 25, minutes: 5 } as const;
export const SESSION_MINUTES = { least: 5, most: 240 } as const;

/** Why something is in it; words are made elsewhere. */
export type Reason =
  | 'present'
  | 'review'
  | 'silence'
  | 'slower'
  | 'faster'
  | 'elsewhere'
  | 'today’s tempo'
  | 'towards the date'
  | 'warm up'
  | 'placement';

export interface Due {
  planId: string;
  title: string;
  tempo: Tempo;
  reason: Reason;
}

export interface ProposedItem {
  kind: AgendaItem['kind'];
  minutes: number;
  /** Null for a break. */
  due: Due | null;
}

export type Wish =
  | { purpose: 'rotation' }
  | { purpose: 'depth' }
  /** @property goal the tempo that must stand, in so many days. */
  | { purpose: 'date'; goal: Tempo; days: number };

export interface Frame {
  minutes: number;
  breaks: boolean;
}

/** @param due what there is to do, the most important first; at least one. @param holdBeats held alone, where that is known. */
export function proposeAgenda(
  { minutes, breaks }: Frame,
  wish: Wish,
  due: readonly Due[],
  holdBeats: number | null = null,
): ProposedItem[] {
  const warmUp = minutes >= WARM_UP.from ? WARM_UP.minutes : 0;
  const rest = minutes - warmUp;
  const pauses = breaks ? Math.floor(Math.max(0, rest - 1) / (BREAK.after + BREAK.minutes)) : 0;
  const slices = slicesOf(rest - pauses * BREAK.minutes, sides(wish, due, holdBeats), wish.purpose);
  return [
    ...(warmUp > 0 ? [{ kind: 'warm up' as const, minutes: warmUp, due: warmUpOf() }] : []),
    ...withBreaks(slices, pauses),
  ];
}

/** One click speed for two hours: it is never touched, only heard elsewhere. @param rate clicks a minute. */
export function oneClickAgenda(rate: number, minutes = 120): ProposedItem[] {
  const due = ONE_CLICK.map((key): Due => {
    const placement = placementOf(key)!;
    const id = placementPlanId(placement);
    return {
      planId: id,
      title: placementPlanOf(id)!.plan.title,
      tempo: feltTempo(placement, new Fraction(rate)),
      reason: 'placement',
    };
  }).filter(({ tempo }) => quartersPerMinute(tempo).valueOf() <= FASTEST_FELT);
  return proposeAgenda({ minutes, breaks: true }, { purpose: 'rotation' }, due);
}
/** In the order in which it gets harder. */
const ONE_CLICK = [
  ...['beat', 'backbeat', 'off-beat', 'last-sixteenth', 'dotted-in-3'],
  ...['quarter-triplet', 'third-triplet', 'quarter-triplet-offset'],
];
/** Nobody claps every beat of this. */
const FASTEST_FELT = 300;

/** What is practised, in order, repeated as long as there is time. */
function sides(wish: Wish, due: readonly Due[], holdBeats: number | null): Due[] {
  const [first] = due;
  switch (wish.purpose) {
    case 'rotation':
      return [...due];
    case 'depth':
      return [
        { ...first, reason: 'present' },
        { ...first, tempo: inTenths(first.tempo, 9), reason: 'slower' },
        silenceAt(holdBeats),
        { ...first, tempo: inTenths(first.tempo, 11), reason: 'faster' },
        offBeatAt(first.tempo),
        { ...first, reason: 'present' },
      ];
    case 'date': {
      const today = todaysTempo(first.tempo, wish.goal, wish.days);
      return [
        { ...first, tempo: inTenths(today, 9), reason: 'slower' },
        { ...first, tempo: today, reason: 'today’s tempo' },
        { ...first, tempo: inTenths(today, 11), reason: 'towards the date' },
        ...due.slice(1, 2),
        { ...first, tempo: today, reason: 'today’s tempo' },
      ];
    }
  }
}

/** An equal share of the way each day, in whole steps; the goal itself on the last days. @param days from today on, 0 on the day itself. */
export function todaysTempo(now: Tempo, goal: Tempo, days: number): Tempo {
  const ratio = quartersPerMinute(goal).div(quartersPerMinute(now)).valueOf();
  // Who is there already keeps it.
  if (ratio <= 1) return goal;
  // It should stand some days before it is asked for.
  const left = Math.max(1, days - SETTLED_DAYS);
  return { ...now, bpm: new Fraction(Math.round(now.bpm.valueOf() * ratio ** (1 / left))) };
}
const SETTLED_DAYS = 3;

function silenceAt(holdBeats: number | null): Due {
  const { id, plan } = silencePlan(firstSilence(holdBeats));
  return { planId: id, title: plan.title, tempo: planTempo(plan), reason: 'silence' };
}

function offBeatAt(tempo: Tempo): Due {
  const placement = placementOf('off-beat')!;
  const id = placementPlanId(placement);
  const said = new Fraction(Math.round(quartersPerMinute(tempo).valueOf()));
  return {
    planId: id,
    title: readyPlanOf(id)!.plan.title,
    tempo: { bpm: said, beat: new Fraction(1, 4) },
    reason: 'elsewhere',
  };
}

function warmUpOf(): Due {
  const [{ id, plan }] = READY_PLANS;
  return { planId: id, title: plan.title, tempo: planTempo(plan), reason: 'warm up' };
}

/** So many minutes in slices: as many as there are sides and as fit, none longer than a quarter of an hour. */
function slicesOf(minutes: number, order: readonly Due[], purpose: Wish['purpose']): ProposedItem[] {
  const most = Math.max(1, Math.floor(minutes / SHORTEST_SLICE));
  const usual = purpose === 'rotation' ? LONGEST_SLICE : USUAL_SLICE;
  const count = Math.min(most, Math.max(1, Math.ceil(minutes / usual)));
  const each = Math.floor(minutes / count);
  // What does not divide evenly is given to the first ones, a minute each.
  const more = minutes - each * count;
  return Array.from({ length: count }, (_, i) => ({
    kind: 'play',
    minutes: each + (i < more ? 1 : 0),
    due: order[i % order.length],
  }));
}

/** Breaks where about so much was played, never at the end. */
function withBreaks(slices: readonly ProposedItem[], pauses: number): ProposedItem[] {
  const total = slices.reduce((sum, { minutes }) => sum + minutes, 0);
  const items: ProposedItem[] = [];
  let [played, made] = [0, 0];
  for (const [i, slice] of slices.entries()) {
    items.push(slice);
    played += slice.minutes;
    const due = ((made + 1) * total) / (pauses + 1);
    // Nearer to where it is due than it would be after the next slice.
    const next = slices.at(i + 1)?.minutes ?? 0;
    if (made < pauses && i < slices.length - 1 && played + next / 2 >= due) {
      items.push({ kind: 'break', minutes: BREAK.minutes, due: null });
      made++;
    }
  }
  return items;
}
