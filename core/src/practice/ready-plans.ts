/**
 * The path: a few ready plans to begin with, from the easiest (never alone) to the longest wait. Tempos are common
 * practice, no source. Each has a fixed id, so takes of all installations name the same plan.
 */
import type { Plan, Section } from '../plan/index.ts';

export interface ReadyPlan {
  id: string;
  /** What it trains, in one line. */
  trains: string;
  plan: Plan;
}

/** Where a click has to be found it sounds so often before the first bar: all there is to hear, and it tells no beat. */
export const CLICKS_TO_FIND = 4;

const FOUR_FOUR = { beats: 4, unit: '1/4' };
const QUARTERS: Section['play'] = [{ every: '1/4' }];

/** One bar of count-in before everything. */
export function ready(id: string, title: string, trains: string, sections: Section[]): ReadyPlan {
  return { id, trains, plan: { format: 'feldspar-plan', version: 1, title, countIn: { bars: 1 }, sections } };
}

export const READY_PLANS: readonly ReadyPlan[] = [
  ready(
    'b7a3c1de-0001-4f5d-9a10-5e1d5a000001',
    'Every beat',
    'Lie on the click until the two sounds are one.',
    [
      {
        bars: 12,
        meter: FOUR_FOUR,
        tempo: { bpm: 76, beat: '1/4' },
        clicks: [{ every: '1/4', accent: ['0'] }],
        play: QUARTERS,
      },
    ],
  ),
  ready(
    'b7a3c1de-0002-4f5d-9a10-5e1d5a000002',
    'Backbeat click',
    'Own the downbeats: the click has only 2 and 4.',
    [
      {
        bars: 16,
        meter: FOUR_FOUR,
        tempo: { bpm: 98, beat: '1/4' },
        clicks: [{ at: ['1/4', '3/4'] }],
        play: QUARTERS,
      },
    ],
  ),
  ready(
    'b7a3c1de-0003-4f5d-9a10-5e1d5a000003',
    'One click a bar',
    'Carry three beats by yourself, again and again.',
    [
      {
        bars: 16,
        meter: FOUR_FOUR,
        tempo: { bpm: 92, beat: '1/4' },
        clicks: [{ at: ['0'] }],
        play: QUARTERS,
      },
    ],
  ),
  ready(
    'b7a3c1de-0004-4f5d-9a10-5e1d5a000004',
    'Growing silence',
    'Keep going while the click is gone, a little longer each time.',
    [
      {
        bars: 20,
        meter: FOUR_FOUR,
        tempo: { bpm: 84, beat: '1/4' },
        clicks: [{ every: '1/4', accent: ['0'] }],
        silence: { sound: 2, silent: [1, 2, 3, 4] },
        play: QUARTERS,
      },
    ],
  ),
  ready(
    'b7a3c1de-0005-4f5d-9a10-5e1d5a000005',
    'Thinning and back',
    'Change nothing while the clicks thin out and return.',
    (
      [
        ['quarters', '1/4'],
        ['halves', '1/2'],
        ['wholes', '1'],
        ['halves again', '1/2'],
        ['quarters again', '1/4'],
      ] as const
    ).map(([name, every]) => ({
      name,
      bars: 4,
      meter: FOUR_FOUR,
      tempo: { bpm: 100, beat: '1/4' },
      clicks: [{ every }],
      play: QUARTERS,
    })),
  ),
  ready(
    'b7a3c1de-0006-4f5d-9a10-5e1d5a000006',
    'Every fifth beat',
    'The click wanders through the bar: be as sure of 2, 3 and 4 as of 1.',
    [
      {
        bars: 20,
        meter: FOUR_FOUR,
        tempo: { bpm: 104, beat: '1/4' },
        clicks: [{ every: '5/4' }],
        play: QUARTERS,
      },
    ],
  ),
];
