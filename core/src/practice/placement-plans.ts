/**
 * Every placement of a re-heard click as a plan. The id is made of the placement and can be read back, so that all
 * installations mean the same plan and none need be stored before somebody plays it.
 */
import { type Plan, documentRate } from '../plan/index.ts';
import {
  PARTS,
  type Placement,
  clicksInCycle,
  feltTempo,
  onceABar,
  placementOf,
} from '../reference/index.ts';
import { Fraction, type Tempo } from '../time/index.ts';
import { CLICKS_TO_FIND, type ReadyPlan } from './ready-plans.ts';

const BARS = 16;
/** Where a placement starts unless a click speed is given (practice): a comfortable click, and the slow single one. */
const USUAL_CLICK = 80;
const SLOW_CLICK = 20;

const ID_HEAD = 'b7a3c1de-1000-4f5d-9a10-';
/** In the order of their ids: a new one goes to the end. */
const FIXED = [
  'beat',
  'off-beat',
  'last-sixteenth',
  'second-triplet',
  'third-triplet',
  'backbeat',
  'dotted-in-3',
  'dotted-in-6',
  'quarter-triplet',
  'quarter-triplet-offset',
  ...['dotted-3-1', 'dotted-3-2', 'dotted-3-3', 'dotted-3-4', 'dotted-3-5'],
  ...['dotted-6-1', 'dotted-6-2', 'dotted-6-3', 'dotted-6-4', 'dotted-6-5'],
  ...['dotted-4-0', 'dotted-4-1', 'dotted-4-2', 'dotted-4-3', 'dotted-4-4', 'dotted-4-5'],
  ...['triplet-4-1', 'triplet-4-3'],
];

export function placementPlanId(placement: Placement): string {
  const fixed = FIXED.indexOf(placement.key);
  const bytes = fixed >= 0 ? [1, fixed] : [2, ...barOf(placement)];
  return ID_HEAD + [...bytes, 0, 0, 0, 0, 0, 0].slice(0, 6).map(hex).join('');
}

/** The placement of an id made by `placementPlanId`, or null for another id. */
export function placementOfPlan(id: string): Placement | null {
  if (!id.startsWith(ID_HEAD)) return null;
  const placement = readId(id.slice(ID_HEAD.length));
  return placement && placementPlanId(placement) === id ? placement : null;
}

/** The ready plan of such an id. */
export function placementPlanOf(id: string): ReadyPlan | null {
  const placement = placementOfPlan(id);
  if (!placement) return null;
  const click = placement.group === 'one a bar' ? SLOW_CLICK : USUAL_CLICK;
  return {
    id,
    trains: 'Keep your own beat against a click that you hear in another place.',
    plan: placementPlan(placement, feltTempo(placement, new Fraction(click))),
  };
}

/** The placement as a plan: the click alone, in its place; whoever has found it comes in. */
export function placementPlan(placement: Placement, felt: Tempo): Plan {
  const { meter, name, every, from, bars } = placement;
  return {
    format: 'feldspar-plan',
    version: 1,
    title: `The click as ${name}`,
    countIn: { clicks: CLICKS_TO_FIND },
    sections: [
      {
        name: `click on ${name}`,
        // Whole cycles.
        bars: Math.ceil(BARS / bars) * bars,
        meter: { beats: meter.beats, unit: meter.unit.toFraction() },
        tempo: { bpm: documentRate(felt.bpm), beat: felt.beat.toFraction() },
        clicks: [
          bars === 1
            ? { at: clicksInCycle(placement).map((at) => at.toFraction()) }
            : { every: every.toFraction(), from: from.toFraction() },
        ],
        play: [{ every: meter.unit.toFraction() }],
      },
    ],
  };
}

function barOf({ key }: Placement): number[] {
  const [, n, k, part] = key.split('-');
  return [Number(n), Number(k), PARTS.findIndex((p) => p.key === part)];
}

function readId(tail: string): Placement | null {
  const bytes = tail.match(/[0-9a-f]{2}/g)?.map((text) => parseInt(text, 16)) ?? [];
  const [kind, ...rest] = bytes;
  if (kind === 1) return placementOf(FIXED[rest[0]] ?? '');
  const [n, k, part] = rest;
  if (kind !== 2 || !PARTS[part]) return null;
  try {
    return onceABar(n, k, PARTS[part].key);
  } catch {
    return null;
  }
}

function hex(byte: number): string {
  return byte.toString(16).padStart(2, '0');
}
