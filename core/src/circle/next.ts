/** What the next one in a circle is asked: harder than the last, until somebody does not find it; then one step easier. Pure. */
import { type Challenge, type Part, challengesOn, difficultyOf } from './challenge.ts';

/** How a circle begins, by how much it grows, and which parts of a beat it asks for. */
export const DIFFICULTIES = {
  easy: { start: 0, step: 0.4, parts: ['0', '1/2'] },
  middle: { start: 1.5, step: 0.7, parts: ['0', '1/2', '3/4', '1/4'] },
  hard: { start: 3.5, step: 1, parts: ['0', '1/2', '3/4', '1/4', '2/3', '1/3'] },
} as const satisfies Record<string, { start: number; step: number; parts: readonly Part[] }>;
export type DifficultyName = keyof typeof DIFFICULTIES;

export const RESULTS = ['found', 'not found', 'skipped'] as const;
export type Result = (typeof RESULTS)[number];

export interface Asked {
  challenge: Challenge;
  /** By how much it was asked as; of a challenge that could not be made harder that of the one before. */
  difficulty: number;
}

export interface Answered extends Asked {
  result: Result;
}

/**
 * @param before every turn so far, the first one first. @param pick a number from 0 to 1 that chooses between those alike.
 * @returns what is asked next; null where nothing can be felt on such a click.
 */
export function nextChallenge(
  name: DifficultyName,
  clickBpm: number,
  before: readonly Answered[],
  pick: number,
): Asked | null {
  const { start, step, parts } = DIFFICULTIES[name];
  const last = before.at(-1) ?? null;
  // Whoever was skipped leaves the round where it was.
  const counting = before.filter(({ result }) => result !== 'skipped').at(-1);
  const wanted = !counting
    ? start
    : counting.result === 'found'
      ? counting.difficulty + step
      : Math.max(start, counting.difficulty - step);
  const from = last?.challenge ?? null;
  const possible = challengesOn(clickBpm, parts)
    .filter((challenge) => !from || !isSame(challenge, from))
    .map((challenge) => ({ challenge, difficulty: difficultyOf(challenge, clickBpm, from).sum }));
  if (possible.length === 0) return null;
  const failed = counting?.result === 'not found';
  const fits = failed
    ? possible.filter(({ difficulty }) => difficulty < counting.difficulty)
    : possible.filter(({ difficulty }) => difficulty >= wanted - EPSILON);
  if (fits.length === 0) {
    if (failed) return { challenge: counting.challenge, difficulty: counting.difficulty };
    // Nothing harder is left: the hardest there is, which counts for no less than the last one.
    const hardest = possible.reduce((most, one) => (one.difficulty > most.difficulty ? one : most));
    return { ...hardest, difficulty: Math.max(hardest.difficulty, counting?.difficulty ?? 0) };
  }
  const distance = ({ difficulty }: Asked) => Math.abs(difficulty - wanted);
  const nearest = Math.min(...fits.map(distance));
  const alike = fits.filter((one) => distance(one) <= nearest + ALIKE);
  return alike[Math.min(alike.length - 1, Math.floor(pick * alike.length))];
}

const EPSILON = 1e-9;
/** So near in difficulty they are as hard as each other. */
const ALIKE = 0.2;
const isSame = (one: Challenge, other: Challenge) =>
  one.beats === other.beats && one.beat === other.beat && one.part === other.part;

/** A number from 0 to 1 that is the same for the same circle and turn, so that a reload asks the same. (Park and Miller 1988, CACM 31.) */
export function pickOf(startedAt: string, turn: number): number {
  let state = ((Date.parse(startedAt) / 1000 + 7919 * (turn + 1)) % 2_147_483_646) + 1;
  for (let i = 0; i < 8; i++) state = (state * 48_271) % 2_147_483_647;
  return (state % 1_000_000) / 1_000_000;
}
