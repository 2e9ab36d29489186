/**
 * Paths that ship: the schools and roads that teachers argue for, and one for each family, from easy to hard. Orders and tempos are common
 * practice, no source. They are never stored: whoever changes one makes it their own.
 */
import { planTempo } from '../plan/index.ts';
import {
  FAMILIES,
  type Family,
  LADDER_PLANS,
  READY_PLANS,
  placementPlanId,
  readyPlanOf,
  silencePlanId,
  ALL_READY_PLANS,
} from '../practice/index.ts';
import { placementOf } from '../reference/index.ts';
import { inTenths } from '../time/index.ts';
import type { Goal, Path, PathStep } from './path-schema.ts';

export interface ReadyPath {
  id: string;
  path: Path;
  /** Of the family whose path it is; null for a school or a road. */
  family: number | null;
}

const ID_HEAD = 'b7a3c1de-3000-4f5d-9a10-0000000000';
const idOf = (number: number) => ID_HEAD + number.toString(16).padStart(2, '0');
const FAMILY_IDS = 0x20;

type More = Partial<Omit<PathStep, 'key' | 'planId' | 'title' | 'tempo'>> & {
  /** In the note of the plan's own tempo. */
  bpm?: number;
};

/** @param named what a plan is called here: its title, "place:key" of a re-heard click, "silence:bars", "sheet:number". */
function step(named: string, { bpm, ...more }: More = {}): Omit<PathStep, 'key'> {
  const plan = planNamed(named);
  const own = planTempo(plan.plan);
  return {
    planId: plan.id,
    title: plan.plan.title,
    tempo: { bpm: bpm ?? Number(own.bpm.round().valueOf()), beat: own.beat.toFraction() },
    ...more,
  };
}

function planNamed(named: string) {
  const [kind, which] = named.split(':');
  const plan =
    kind === 'place'
      ? readyPlanOf(placementPlanId(placementOf(which)!))
      : kind === 'silence'
        ? readyPlanOf(silencePlanId(Number(which)))
        : kind === 'sheet'
          ? LADDER_PLANS.find((ladder) => ladder.step.number === Number(which))
          : ALL_READY_PLANS.find((ready) => ready.plan.title === named);
  if (!plan) throw new Error(`no ready plan is called ${named}`);
  return plan;
}

function path(
  number: number,
  title: string,
  purpose: string,
  steps: Omit<PathStep, 'key'>[],
  family: number | null = null,
): ReadyPath {
  return {
    id: idOf(number),
    family,
    path: {
      format: 'feldspar-path',
      version: 1,
      title,
      purpose,
      steps: steps.map((one, i) => ({ key: `step-${i + 1}`, ...one })),
    },
  };
}

const byHand = (key: string, says: string): Goal => ({ key, says });
const judged = (by: NonNullable<Goal['judged']>['by'], value: number, says: string): Goal => ({
  key: `${by}-${value}`,
  says,
  judged: { by, value },
});

const ROADS: readonly ReadyPath[] = [
  path(
    1,
    'First steps',
    'One plan of each kind, from the full click to one that wanders: to find out what suits you.',
    READY_PLANS.map(({ plan }) => step(plan.title)),
  ),
  path(
    2,
    'Beginners’ road',
    'Feel the beat, count it, clap it, be silent in the rests, and stay with it for two minutes.',
    [
      step('One, two, three, four', {
        goals: [
          byHand('walk', 'Walk to it before you clap'),
          judged('takes', 3, 'Three times through to the end'),
        ],
      }),
      step('Every beat', { bpm: 72, goals: [byHand('aloud', 'Count aloud while you clap')] }),
      step('sheet:4'),
      step('sheet:2'),
      step('sheet:3', { goals: [byHand('whisper', 'Whisper the silent beats')] }),
      step('sheet:5'),
      step('Halves and rests', { goals: [byHand('ends', 'End each note where the next beat begins')] }),
      step('sheet:9'),
      step('Two minutes, one stroke a bar', { goals: [judged('minutes', 2, 'Two full minutes')] }),
      step('Two minutes, every beat', { goals: [judged('spread', 30, 'Spread of 30 ms or less')] }),
    ],
  ),
  path(
    3,
    'Backbeat first',
    'The click on 2 and 4 makes the downbeat yours, and swings. The other school takes sparse clicks first: there more notes are yours.',
    [
      step('Every beat'),
      step('Backbeat click', { bpm: 84 }),
      step('Backbeat click', { bpm: 98 }),
      step('Backbeat click', { bpm: 110 }),
      step('Half, double, and back', { goals: [byHand('snare', 'Let the snare move, not the quarter')] }),
      step('Off the beat and back'),
      step('Stop time'),
      step('One click a bar'),
      step('Growing silence', { goals: [judged('alone', 8, 'Eight beats held alone')] }),
    ],
  ),
  path(
    4,
    'Sparse clicks first',
    'One click a bar makes three beats your own. The other school begins with 2 and 4, which swings sooner.',
    [
      step('Every beat'),
      step('Backbeat click'),
      step('One click a bar'),
      step('place:bar-4-4-beat', { bpm: 92 }),
      step('place:bar-4-2-beat', { bpm: 92 }),
      step('place:bar-4-3-beat', { bpm: 92 }),
      step('place:bar-4-2-and', { bpm: 84 }),
      step('place:bar-4-4-let', { bpm: 84 }),
      step('Every second bar', { goals: [judged('alone', 8, 'Eight beats held alone')] }),
      step('Every fourth bar', { goals: [judged('alone', 12, 'Twelve beats held alone')] }),
      step('Every fifth beat'),
      step('Growing silence'),
    ],
  ),
  path(5, 'Two limbs', 'Hand and foot as one sound: first on the accents, then on everything else.', [
    step('Every beat', { bpm: 66 }),
    step('sheet:26'),
    step('sheet:27'),
    step('sheet:28'),
    step('Hand and foot', { bpm: 66 }),
    step('Hand and foot', { bpm: 76, goals: [byHand('loose', 'Loose grip, no held breath')] }),
    step('Hand and foot', { bpm: 88 }),
  ]),
  path(6, 'Slow six', 'A slow bar of six, counted in eighths until it can be felt in two.', [
    step('sheet:13'),
    step('sheet:14', { bpm: 72, goals: [byHand('eighths', 'Count all six aloud')] }),
    step('sheet:14', { bpm: 84 }),
    step('A slow six in eighths', { bpm: 72 }),
    step('A slow six in eighths', { bpm: 84 }),
    step('sheet:18'),
    step('place:dotted-in-6', { bpm: 84 }),
    step('sheet:15'),
  ]),
  path(7, 'Groupings', 'Fives and sevens run through over a pulse until they come back to one.', [
    step('Every beat', { bpm: 60 }),
    step('sheet:25'),
    step('Fives over quarters', { bpm: 56 }),
    step('Fives over quarters', { bpm: 66, goals: [byHand('one', 'Say aloud where it comes back to one')] }),
    step('sheet:29'),
    step('Sevens over quarters', { bpm: 56 }),
    step('Sevens over quarters', { bpm: 66 }),
    step('sheet:19'),
  ]),
];

/** What comes beside the family's own plans, by its number: before them, and after. */
const AROUND: Readonly<Record<number, { before?: string[]; after?: string[] }>> = {
  6: {
    after: ['bar-4-4-beat', 'bar-4-2-beat', 'bar-4-3-beat', 'bar-4-2-and', 'bar-4-4-let'].map(placed),
  },
  7: {
    before: ['off-beat'].map(placed),
    after: ['last-sixteenth', 'third-triplet', 'second-triplet'].map(placed),
  },
  8: {
    before: ['sheet:22', ...['beat', 'backbeat', 'off-beat'].map(placed)],
    after: ['dotted-in-6', 'quarter-triplet', 'quarter-triplet-offset'].map(placed),
  },
  11: { before: ['One click a bar'] },
  13: { before: [1, 2, 3, 4, 6, 8].map((bars) => `silence:${bars}`) },
  15: {
    before: ['bar-4-1-beat', 'bar-4-3-beat', 'bar-3-2-beat'].map(placed),
    after: ['bar-5-2-and', 'bar-2-2-e', 'bar-4-4-let'].map(placed),
  },
};

function placed(key: string): string {
  return `place:${key}`;
}

/** Where there is but one step, it is taken at three tempos. */
const TENTHS = [8, 10, 12];

function familyPath(family: Family): ReadyPath {
  const { before = [], after = [] } = AROUND[family.number] ?? {};
  const sheets = LADDER_PLANS.filter(({ step: ladder }) => ladder.family === family.number).map(
    ({ step: ladder }) => `sheet:${ladder.number}`,
  );
  const own = family.plans.map(({ plan }) => plan.title);
  const named = [...new Set([...sheets, ...before, ...own, ...after])].map((name) => step(name));
  const steps = named.length > 1 ? named : TENTHS.map((tenths) => atTenths(own[0], tenths));
  return path(FAMILY_IDS + family.number, family.name, family.listen, steps, family.number);
}

function atTenths(title: string, tenths: number): Omit<PathStep, 'key'> {
  const { bpm } = inTenths(planTempo(planNamed(title).plan), tenths);
  return step(title, { bpm: bpm.valueOf() });
}

export const READY_PATHS: readonly ReadyPath[] = [...ROADS, ...FAMILIES.map(familyPath)];

export const readyPathOf = (id: string): ReadyPath | null =>
  READY_PATHS.find((ready) => ready.id === id) ?? null;

/** For whoever has chosen none: the first steps where the plan is one of them (or where nothing was played), then that of its family. */
export function readyPathWith(planId: string | null): Path | null {
  const [first] = READY_PATHS;
  if (planId === null || first.path.steps.some((one) => one.planId === planId)) return first.path;
  return (
    READY_PATHS.find(
      ({ family, path: of }) => family !== null && of.steps.some((one) => one.planId === planId),
    )?.path ?? null
  );
}
