/**
 * The aligner against all there is: every way to match a few hits and targets is tried, each weighed by the costs as they are written
 * down here once more, and the aligner must find the cheapest. A cost that changes, or is forgotten, chooses another way somewhere.
 */
import fc from 'fast-check';
import { type AlignmentTargets, align } from './align.ts';

/** In nats of surprise; shares of the beat, milliseconds. */
const COSTS = {
  leftOver: 3,
  flam: { withinMs: 60, cost: 0.5 },
  forget: 3,
  forgetAtReturn: 1,
  missed: [2.5, 1],
  missedWithReturn: [1, 0.3],
  huberCorner: 1.5,
  atClick: 0.08,
  clock: 0.04,
  bias: 0.03,
  floor: { ms: 25, ofSlot: 0.17 },
  place: 12,
  bandBeats: 2.6,
} as const;

const huber = (x: number) => {
  const [size, corner] = [Math.abs(x), COSTS.huberCorner];
  return size <= corner ? size ** 2 / 2 : corner * size - corner ** 2 / 2;
};
const missed = (n: number, withReturn: boolean) => {
  const [first, further] = withReturn ? COSTS.missedWithReturn : COSTS.missed;
  return n === 0 ? 0 : first + further * (n - 1);
};

/** Of one way to match: for each hit its target, or -1. Infinity where it is none. */
function costOf(targets: AlignmentTargets, hitMs: Float64Array, way: readonly number[]): number {
  const { timeMs, beatMs, slotMs, anchored, returning, aloneBeats } = targets;
  let sum = 0;
  let before = -1;
  let errorBefore = 0;
  for (let i = 0; i < way.length; i++) {
    const j = way[i];
    if (j < 0) {
      const isFlam = i > 0 && hitMs[i] - hitMs[i - 1] <= COSTS.flam.withinMs;
      sum += isFlam ? COSTS.flam.cost : COSTS.leftOver;
      continue;
    }
    const beat = beatMs[j];
    const error = hitMs[i] - timeMs[j];
    if (Math.abs(error) > COSTS.bandBeats * beat) return Infinity;
    const atClick = huber(error / (COSTS.atClick * beat));
    const skipped = timeMs.slice(before + 1, j).length;
    if (before < 0) sum += missed(skipped, false) + (anchored[j] ? atClick : COSTS.forget);
    else {
      const returns = returning.slice(before + 1, j + 1).some((flag) => flag === 1);
      const alone = aloneBeats[j] - aloneBeats[before];
      const spread = Math.hypot(
        Math.max(COSTS.floor.ms, COSTS.floor.ofSlot * slotMs[j]),
        COSTS.clock * beat * Math.sqrt(alone),
        COSTS.bias * beat * alone,
      );
      const change = huber((error - errorBefore) / spread);
      const jump = anchored[j] ? (returning[j] ? COSTS.forgetAtReturn : COSTS.forget) + atClick : Infinity;
      sum += missed(skipped, returns) + Math.min(change, jump);
    }
    if (anchored[j]) {
      const off = error / beat;
      const toWhole = off - Math.round(off);
      sum += Math.min(1, COSTS.place * off ** 2) + Math.min(1, COSTS.place * toWhole ** 2);
    }
    [before, errorBefore] = [j, error];
  }
  return sum + missed(timeMs.length - 1 - before, false);
}

/** Every monotone way to match them. */
function* ways(hits: number, targets: number, from = 0): Generator<number[]> {
  if (hits === 0) {
    yield [];
    return;
  }
  for (const rest of ways(hits - 1, targets, from)) yield [-1, ...rest];
  for (let j = from; j < targets; j++) for (const rest of ways(hits - 1, targets, j + 1)) yield [j, ...rest];
}

const BEAT_MS = 600;
const TARGETS = 6;

/** A few notes, some with a click, some after a silence; and hits that are nearly the notes, or something else. */
const scenes = fc
  .record({
    steps: fc.array(fc.constantFrom(0.5, 1, 1, 2), { minLength: TARGETS, maxLength: TARGETS }),
    clicks: fc.array(fc.boolean(), { minLength: TARGETS, maxLength: TARGETS }),
    silences: fc.array(fc.constantFrom(0, 0, 1, 3), { minLength: TARGETS, maxLength: TARGETS }),
    hits: fc.array(fc.tuple(fc.integer({ min: 0, max: TARGETS - 1 }), fc.integer({ min: -420, max: 420 })), {
      minLength: 1,
      maxLength: 5,
    }),
    habitMs: fc.integer({ min: -200, max: 200 }),
  })
  .map(({ steps, clicks, silences, hits, habitMs }) => {
    let at = 0;
    const timeMs = Float64Array.from(steps, (step) => (at += step * BEAT_MS) - step * BEAT_MS);
    let alone = 0;
    const aloneBeats = Float64Array.from(silences, (beats) => (alone += beats));
    const gaps = steps.slice(0, -1);
    const targets: AlignmentTargets = {
      timeMs,
      beatMs: new Float64Array(TARGETS).fill(BEAT_MS),
      slotMs: Float64Array.from(timeMs, (_, j) => BEAT_MS * Math.min(gaps[j - 1] ?? 4, gaps[j] ?? 4)),
      anchored: Uint8Array.from(clicks, Number),
      returning: Uint8Array.from(clicks, (click, j) => Number(click && silences[j] > 0)),
      aloneBeats,
    };
    const hitMs = Float64Array.from(hits, ([j, offMs]) => timeMs[j] + habitMs + offMs).sort();
    return { targets, hitMs };
  });

it('finds the cheapest of all ways', () => {
  fc.assert(
    fc.property(scenes, ({ targets, hitMs }) => {
      const found = [...align(targets, hitMs)];
      let least = Infinity;
      for (const way of ways(hitMs.length, TARGETS)) least = Math.min(least, costOf(targets, hitMs, way));
      expect(costOf(targets, hitMs, found)).toBeCloseTo(least, 9);
    }),
    { numRuns: 1500, seed: 20261127 },
  );
});
