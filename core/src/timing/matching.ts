/** Which hit is which note: each hit is given to its line and aligned there, and set against where the player means to be. */
import { type Timeline, beatSeconds } from '../plan/index.ts';
import { align } from './align.ts';
import { median } from '../stats/index.ts';
import { parseFraction } from '../time/index.ts';
import type { Hit } from './hit.ts';
import { nearestPlaces } from './nearest.ts';
import type { Line, Scene } from './scene.ts';
import type { Judging } from './judging-schema.ts';

/** A matched target as the estimators see it. */
export interface Match {
  target: number;
  hit: number;
  line: number;
  /** Hit minus pulse. */
  asynchronyMs: number;
  /** Hit minus the place where the player means to be; without an intended offset the same. */
  judgedMs: number;
}

/** Hits in the count-in, and the "one" after the end, are set aside. */
export function matchHits(
  timeline: Timeline,
  scene: Scene,
  hits: readonly Hit[],
  latencyMs: number,
  judging: Judging = {},
): { matches: Match[]; extra: number } {
  const matches: Match[] = [];
  let extra = 0;
  const { targets } = timeline;
  if (targets.length === 0) return { matches, extra: hits.length };
  const last = targets[targets.length - 1];
  const opensS = targets[0].timeS - 0.5 * beatSeconds(timeline.bars[targets[0].bar]);
  const closesS = last.timeS + 0.75 * beatSeconds(timeline.bars[last.bar]);
  const timeOf = (hit: Hit) => hit.timeS - latencyMs / 1000;
  const intendedMs = intendedOffsets(timeline, judging);
  const played = hits
    .map((hit, index) => ({ hit, index }))
    .filter(({ hit }) => timeOf(hit) >= opensS && timeOf(hit) <= closesS)
    .sort((a, b) => timeOf(a.hit) - timeOf(b.hit));
  const lineOf = chooseLines(scene.lines);
  const chosen = played.map(({ hit }) => lineOf(hit, 1000 * timeOf(hit)));
  scene.lines.forEach((line, l) => {
    const mine = played.filter((_, i) => chosen[i] === l);
    const hitMs = Float64Array.from(mine, ({ hit }) => timeOf(hit) * 1000);
    const found = line.free ? nearestPlaces(line, hitMs) : alignSwung(line, scene.swingS, hitMs);
    mine.forEach(({ hit, index }, i) => {
      if (found[i] < 0) {
        extra++;
        return;
      }
      const target = line.index[found[i]];
      const asynchronyMs = 1000 * (timeOf(hit) - targets[target].timeS);
      matches.push({
        target,
        hit: index,
        line: l,
        asynchronyMs,
        judgedMs: asynchronyMs - intendedMs(target),
      });
    });
  });
  matches.sort((a, b) => a.target - b.target);
  return { matches, extra };
}

/** From so much on, between a note and the next, another swing than the plan's might be taken for another note. */
const FAR_MS = 12;
const FEWEST_PAIRS = 4;

/**
 * Aligned to the plan; a line that swings once more, to the ratio that was played. Under another ratio each swung note lies beside its
 * own place, and at a click, where asynchronies weigh, it would rather be called missed.
 */
function alignSwung(line: Line, swingS: Float64Array, hitMs: Float64Array): Int32Array {
  const found = align(line, hitMs);
  const swingMs = Float64Array.from(line.index, (target) => 1000 * swingS[target]);
  if (!swingMs.some((ms) => ms !== 0)) return found;
  const shares: number[] = [];
  for (let i = 1; i < found.length; i++) {
    const [before, now] = [found[i - 1], found[i]];
    if (before < 0 || now !== before + 1 || swingMs[now] === swingMs[before]) continue;
    const change = hitMs[i] - line.timeMs[now] - (hitMs[i - 1] - line.timeMs[before]);
    shares.push(change / (swingMs[now] - swingMs[before]));
  }
  const share = shares.length < FEWEST_PAIRS ? 0 : median(shares);
  if (Math.abs(share) * swingMs.reduce((most, ms) => Math.max(most, Math.abs(ms)), 0) < FAR_MS) return found;
  return align({ ...line, timeMs: line.timeMs.map((ms, k) => ms + share * swingMs[k]) }, hitMs);
}

/** For each target, how far from the pulse the player means to be there. */
export function intendedOffsets({ targets }: Timeline, { intended }: Judging): (target: number) => number {
  if (!intended) return () => 0;
  const at = intendedPlaces(intended);
  return (target) => (at.has(targets[target].position.toFraction()) ? intended.offsetMs : 0);
}

/** The places in lowest terms, as positions are written. */
export function intendedPlaces({ at }: NonNullable<Judging['intended']>): Set<string> {
  return new Set(at.map((place) => parseFraction(place).toFraction()));
}

/**
 * The line a hit belongs to: the part it names; of the two hands the left plays the first line and the right the second. A hit that
 * names neither goes where it fits: to the line whose next note lies nearest and has not been given to the hit before.
 */
function chooseLines(lines: readonly Line[]): (hit: Hit, timeMs: number) => number {
  const names = lines.map(({ voice }) => voice);
  const place = lines.map(() => 0);
  const given = lines.map(() => -1);
  return ({ voice }, timeMs) => {
    if (lines.length < 2) return 0;
    const named = voice === undefined ? -1 : names.indexOf(voice);
    if (named >= 0) return named;
    if (voice === 'left' || voice === 'right') return voice === 'right' ? 1 : 0;
    const off = lines.map((line, l) => {
      const { timeMs: times } = line;
      while (
        place[l] + 1 < times.length &&
        Math.abs(times[place[l] + 1] - timeMs) <= Math.abs(times[place[l]] - timeMs)
      )
        place[l]++;
      return place[l] === given[l] ? Infinity : Math.abs(times[place[l]] - timeMs);
    });
    const nearest = off.reduce((best, value, l) => (value < off[best] ? l : best), 0);
    given[nearest] = place[nearest];
    return nearest;
  };
}
