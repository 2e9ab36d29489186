/** The circle: places of challenges, how they get harder, and when somebody has found one. */
import fc from 'fast-check';
import { chance } from '../players/index.ts';
import { Fraction } from '../time/index.ts';
import {
  type Answered,
  type Challenge,
  DIFFICULTIES,
  type DifficultyName,
  PARTS,
  askedOf,
  challengesOn,
  clapsOfTurn,
  circleSchema,
  difficultyOf,
  findingOf,
  nextChallenge,
  pickOf,
  placeOf,
  pulseOf,
  recordIn,
  seatAfter,
} from './index.ts';

const challenge = (beats: number, beat: number, part: Challenge['part'] = '0'): Challenge => ({
  beats,
  beat,
  part,
});

describe('a challenge', () => {
  // Worked by hand, as they are called out in a room (common practice, no source).
  it.each([
    [challenge(4, 3), '2'],
    [challenge(3, 2), '1'],
    [challenge(5, 2, '1/2'), '3/2'],
    [challenge(2, 2, '1/4'), '5/4'],
    [challenge(4, 4, '2/3'), '11/3'],
  ])('%j falls so many beats after the downbeat: %s', (of, place) => {
    expect(placeOf(of).toFraction()).toBe(place);
  });

  it('a click at 20 a minute in five is felt at 100', () => {
    expect(pulseOf(challenge(5, 2, '1/2'), 20)).toBe(100);
  });

  it('property: every challenge lies within its bar, exactly, and can be felt as a pulse', () => {
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 60 }), (clickBpm) => {
        for (const one of challengesOn(clickBpm)) {
          const place = placeOf(one);
          expect(place.lt(one.beats) && place.gte(0)).toBe(true);
          expect(place.mod(1).equals(new Fraction(one.part))).toBe(true);
          expect(pulseOf(one, clickBpm)).toBeGreaterThanOrEqual(30);
          expect(pulseOf(one, clickBpm)).toBeLessThanOrEqual(240);
        }
      }),
    );
  });

  it('is harder off the beat, on another beat than one, in odd meters, and far from 100', () => {
    const sum = (of: Challenge, last: Challenge | null = null) => difficultyOf(of, 25, last).sum;
    const easiest = sum(challenge(4, 1));
    expect(easiest).toBe(0);
    for (const harder of [
      challenge(4, 2),
      challenge(4, 1, '1/2'),
      challenge(5, 1),
      challenge(8, 1),
      challenge(2, 1),
    ])
      expect(sum(harder)).toBeGreaterThan(easiest);
    expect(sum(challenge(4, 1, '1/3'))).toBeGreaterThan(sum(challenge(4, 1, '1/2')));
    // And far from the one before it.
    expect(sum(challenge(4, 3), challenge(4, 1))).toBeGreaterThan(sum(challenge(4, 2), challenge(4, 1)));
    expect(sum(challenge(4, 2), challenge(3, 2))).toBeGreaterThan(sum(challenge(4, 2), challenge(4, 2)));
  });
});

describe('the next challenge', () => {
  const run = (
    name: DifficultyName,
    clickBpm: number,
    results: readonly Answered['result'][],
    seed: number,
  ) => {
    const random = chance(seed);
    const turns: Answered[] = [];
    for (const result of results) turns.push({ ...nextChallenge(name, clickBpm, turns, random())!, result });
    return turns;
  };
  const results = fc.array(fc.constantFrom('found' as const, 'not found' as const, 'skipped' as const), {
    maxLength: 40,
  });
  const names = fc.constantFrom(...(Object.keys(DIFFICULTIES) as DifficultyName[]));

  it('property: it never gets easier but after a failure, and never the same twice while there is another', () => {
    fc.assert(
      fc.property(names, fc.integer({ min: 8, max: 50 }), results, fc.nat(), (name, clickBpm, all, seed) => {
        const turns = run(name, clickBpm, all, seed);
        turns.forEach((turn, i) => {
          const counting = turns
            .slice(0, i)
            .filter(({ result }) => result !== 'skipped')
            .at(-1);
          if (counting?.result === 'found')
            expect(turn.difficulty).toBeGreaterThanOrEqual(counting.difficulty);
          if (counting?.result === 'not found')
            expect(turn.difficulty).toBeLessThanOrEqual(counting.difficulty);
        });
      }),
      { numRuns: 150 },
    );
  });

  it('grows step by step while all find it, and stays at the top', () => {
    const turns = run('middle', 20, Array(30).fill('found'), 3);
    expect(turns[0].difficulty).toBeLessThan(turns[5].difficulty);
    expect(turns[29].difficulty).toBe(turns[28].difficulty);
  });

  it('is one step easier after somebody did not find it', () => {
    const turns = run('middle', 20, ['found', 'found', 'found', 'not found', 'found'], 3);
    const { step } = DIFFICULTIES.middle;
    expect(turns[4].difficulty).toBeLessThan(turns[3].difficulty);
    expect(turns[4].difficulty).toBeGreaterThan(turns[3].difficulty - 2 * step - 0.5);
  });

  it('an easy circle asks for beats and ands only', () => {
    expect(
      new Set(run('easy', 20, Array(40).fill('found'), 9).map(({ challenge: { part } }) => part)).size,
    ).toBeLessThanOrEqual(2);
  });
});

describe('finding it', () => {
  const CLICK = 20;
  const period = 60 / CLICK;
  const clicks = Array.from({ length: 12 }, (_, i) => 1 + period * i);
  /** Claps every beat from a moment on; the first is one. */
  const clapsFrom = (startS: number, beatS: number, count: number, jitterMs = 0, seed = 1) => {
    const random = chance(104_729 * seed);
    return Array.from(
      { length: count },
      (_, i) => startS + i * beatS + (jitterMs / 1000) * 2 * (random() - 0.5),
    );
  };
  /** When "one" has to be for the click to lie there. */
  const oneBefore = (of: Challenge, click: number) => click - placeOf(of).valueOf() * (period / of.beats);

  const asked = PARTS.flatMap((part) => [
    challenge(4, 3, part),
    challenge(3, 2, part),
    challenge(5, 2, part),
    challenge(2, 2, part),
  ]);
  it.each(asked)('%j, clapped right from the first: found at the first click, held to the end', (of) => {
    const beatS = period / of.beats;
    const claps = clapsFrom(oneBefore(of, clicks[1]), beatS, 6 * of.beats, 30);
    const found = findingOf(of, CLICK, claps, clicks);
    expect(found.click).toBe(1);
    expect(found.clicks).toBe(2);
    expect(found.heldBeats).toBeGreaterThanOrEqual(5 * of.beats);
    expect(found.spreadMs).toBeLessThan(30);
  });

  it.each(asked)('%j, a beat too late: the click lies elsewhere, nobody is told that it was found', (of) => {
    const beatS = period / of.beats;
    const claps = clapsFrom(oneBefore(of, clicks[1]) + beatS, beatS, 6 * of.beats, 30);
    const found = findingOf(of, CLICK, claps, clicks);
    expect(found.click).toBeNull();
    // In a bar of two, one beat too late is one too early.
    expect(Math.abs(found.offBeats[3]!)).toBeCloseTo(1, 1);
  });

  it('property: who finds it after so many beats of something else is told just that', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...asked),
        fc.integer({ min: 2, max: 9 }),
        fc.double({ min: 0.2, max: 0.8, noNaN: true }),
        fc.integer({ min: 1, max: 1000 }),
        (of, wrong, aside, seed) => {
          const beatS = period / of.beats;
          const first = clapsFrom(oneBefore(of, clicks[1]) + aside * beatS, beatS, wrong, 20, seed);
          // A rest, then from one again: at the first click whose one lies behind the rest.
          const after = first[first.length - 1] + 3 * beatS;
          const index = clicks.findIndex((click) => oneBefore(of, click) > after);
          const right = clapsFrom(oneBefore(of, clicks[index]), beatS, 4 * of.beats, 20, seed + 1);
          const found = findingOf(of, CLICK, [...first, ...right], clicks);
          expect(found.click).toBe(index);
          // Those before it, and from one to the click.
          const until = Math.floor(placeOf(of).valueOf() + 0.5) + 1;
          expect(Math.abs(found.claps - (wrong + until))).toBeLessThanOrEqual(1);
          expect(found.heldBeats).toBeGreaterThanOrEqual(3 * of.beats);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('a clap left out loses nobody the count; drifting away ends what was held', () => {
    const of = challenge(4, 3);
    const beatS = period / 4;
    const claps = clapsFrom(oneBefore(of, clicks[0]), beatS, 24);
    expect(
      findingOf(
        of,
        CLICK,
        claps.filter((_, i) => i !== 9),
        clicks,
      ).heldBeats,
    ).toBeGreaterThan(18);
    // 1 % fast: 30 ms more at each click, and 67 are allowed.
    const fast = claps.map((timeS) => claps[0] + (timeS - claps[0]) * 0.99);
    const { click, heldBeats } = findingOf(of, CLICK, fast, clicks);
    expect(click).toBe(0);
    expect(heldBeats).toBeGreaterThan(5);
    expect(heldBeats).toBeLessThan(12);
  });

  it('whoever passes on and claps on claps for nobody; a rest, and it is the next one', () => {
    // Two counted for the turn before, two more of the same hand, a rest.
    expect(clapsOfTurn([1, 1.5, 2, 2.5, 4, 4.5], 2, 0.5)).toEqual([4, 4.5]);
    expect(clapsOfTurn([1, 1.5, 3, 3.5], 2, 0.5)).toEqual([3, 3.5]);
    expect(clapsOfTurn([3, 3.5], 0, 0.5)).toEqual([3, 3.5]);
    expect(clapsOfTurn([1, 1.5], 2, 0.5)).toEqual([]);
  });

  it('random clapping finds nothing, or by luck one place of many', () => {
    const random = chance(5);
    let found = 0;
    for (let n = 0; n < 200; n++) {
      const claps = Array.from({ length: 40 }, () => 40 * random()).sort((a, b) => a - b);
      if (findingOf(challenge(4, 3), CLICK, claps, clicks).click !== null) found++;
    }
    expect(found).toBeLessThan(20);
  });
});

it('a circle names its seats, and goes round', () => {
  const circle = circleSchema.parse({
    ...{
      format: 'feldspar-circle',
      version: 1,
      title: 'Tuesday',
      startedAt: '2026-11-24T17:00:00Z',
      endedAt: null,
    },
    ...{
      clickBpm: 20,
      difficulty: 'easy',
      seats: [
        { name: 'A', playerId: null },
        { name: 'B', playerId: null },
      ],
    },
    turns: [],
  });
  const turn = (seat: number) => ({
    ...{ seat, challenge: challenge(4, 3), difficulty: 1, result: 'found' as const, by: 'person' as const },
    ...{ clicks: null, beats: null, heldBeats: null, spreadMs: null },
  });
  expect(seatAfter(circle)).toBe(0);
  // What is asked follows from the circle alone: an undo asks the same again.
  const asked = askedOf(circle)!;
  const after = { ...circle, turns: [{ ...turn(0), ...asked }] };
  expect(askedOf({ ...after, turns: after.turns.slice(0, -1) })).toEqual(asked);
  expect(askedOf(after)!.difficulty).toBeGreaterThan(asked.difficulty);
  const picks = Array.from({ length: 200 }, (_, n) => pickOf(circle.startedAt, n));
  expect(Math.min(...picks)).toBeLessThan(0.1);
  expect(Math.max(...picks)).toBeGreaterThan(0.9);
  expect(seatAfter({ ...circle, turns: [turn(0), turn(1)] })).toBe(0);
  expect(circleSchema.safeParse({ ...circle, turns: [turn(2)] }).success).toBe(false);
  const missed = { ...turn(0), difficulty: 9, result: 'not found' as const };
  const played = { ...circle, turns: [turn(0), turn(1), missed, { ...turn(0), result: 'skipped' as const }] };
  const seated = {
    ...played,
    seats: [
      { name: 'A', playerId: 'a' },
      { name: 'B', playerId: 'b' },
    ],
  };
  expect(recordIn([seated], (id) => id === 'a')).toEqual({
    ...{ found: 1, asked: 2 },
    hardest: { challenge: challenge(4, 3), difficulty: 1 },
  });
  expect(recordIn([seated], (id) => id === 'c')).toEqual({ found: 0, asked: 0, hardest: null });
});
