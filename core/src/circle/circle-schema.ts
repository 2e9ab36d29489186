/** A circle as it is kept: who sat in it, on which click, and what became of each turn. Open JSON. */
import { z } from 'zod';
import { CLICK_RANGE, challengeSchema } from './challenge.ts';
import { type Asked, DIFFICULTIES, type DifficultyName, RESULTS, nextChallenge, pickOf } from './next.ts';

export const MOST_SEATS = 60;
const MOST_TURNS = 1000;

export const seatSchema = z.strictObject({
  name: z.string().trim().min(1, 'give the seat a name').max(80, 'a name has at most 80 characters'),
  /** Null for a guest. */
  playerId: z.uuid().nullable(),
});
export type Seat = z.infer<typeof seatSchema>;

export const turnSchema = z.strictObject({
  /** Index of the seat. */
  seat: z.number().int().min(0),
  challenge: challengeSchema,
  difficulty: z.number().min(0).max(100),
  result: z.enum(RESULTS),
  /** By what was heard or tapped, or by a person's key. */
  by: z.enum(['sound', 'taps', 'person']),
  /** Of what was measured; null where nothing was. */
  clicks: z.number().int().min(0).max(10_000).nullable(),
  beats: z.number().int().min(0).max(100_000).nullable(),
  heldBeats: z.number().int().min(0).max(100_000).nullable(),
  /** How evenly it was held, ms; null under three beats. */
  spreadMs: z.number().min(0).max(10_000).nullable().default(null),
});
export type Turn = z.infer<typeof turnSchema>;

export const circleSchema = z
  .strictObject({
    format: z.literal('feldspar-circle', {
      error: 'this is not a circle of Feldspar: "format" must be "feldspar-circle"',
    }),
    version: z.literal(1, { error: 'this circle is of another version; this Feldspar reads version 1' }),
    title: z.string().trim().min(1, 'give the circle a title').max(160),
    startedAt: z.iso.datetime(),
    endedAt: z.iso.datetime().nullable(),
    clickBpm: z.number().min(CLICK_RANGE.min).max(CLICK_RANGE.max),
    /** Claps on every beat are measured; a riff in the meter is judged by a person. */
    plays: z.enum(['claps', 'riff']).default('claps'),
    difficulty: z.enum(Object.keys(DIFFICULTIES) as [DifficultyName, ...DifficultyName[]]),
    seats: z
      .array(seatSchema)
      .min(1, 'a circle has at least one seat')
      .max(MOST_SEATS, `a circle has at most ${MOST_SEATS} seats`),
    turns: z.array(turnSchema).max(MOST_TURNS, `at most ${MOST_TURNS} turns`),
  })
  .refine(({ seats, turns }) => turns.every(({ seat }) => seat < seats.length), {
    path: ['turns'],
    error: 'a turn names a seat that is not there',
  });
export type Circle = z.infer<typeof circleSchema>;

/** Whose turn it is after so many: round the circle. */
export const seatAfter = ({ seats, turns }: Circle): number => {
  const last = turns.at(-1);
  return last ? (last.seat + 1) % seats.length : 0;
};

export const roundOf = ({ seats, turns }: Circle): number => Math.floor(turns.length / seats.length) + 1;

/** What whoever's turn it is is asked: it follows from the circle alone, after a reload or an undo too. */
export const askedOf = ({ difficulty, clickBpm, turns, startedAt }: Circle): Asked | null =>
  nextChallenge(difficulty, clickBpm, turns, pickOf(startedAt, turns.length));

/** What a player found in circles, the newest circle first; a turn that was skipped counts for nothing. */
export interface CircleRecord {
  found: number;
  asked: number;
  /** The hardest that was found; null where nothing was. */
  hardest: Asked | null;
}

/** @param isPlayer whether a seat's player is the one. */
export function recordIn(
  circles: readonly Circle[],
  isPlayer: (playerId: string | null) => boolean,
): CircleRecord {
  const own = circles.flatMap(({ seats, turns }) =>
    turns.filter(({ seat, result }) => result !== 'skipped' && isPlayer(seats[seat].playerId)),
  );
  const found = own.filter(({ result }) => result === 'found');
  const hardest = found.reduce<Turn | null>(
    (most, turn) => (most === null || turn.difficulty > most.difficulty ? turn : most),
    null,
  );
  return {
    ...{ found: found.length, asked: own.length },
    hardest: hardest && { challenge: hardest.challenge, difficulty: hardest.difficulty },
  };
}
