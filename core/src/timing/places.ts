/**
 * A click that wanders through the bar, so that each place has to be owned by the player: how each of them was held, and how many
 * notes no click marked.
 */
import type { Timeline } from '../plan/index.ts';
import { mean, standardDeviation, studentInterval } from '../stats/index.ts';
import { placeText } from '../time/index.ts';
import type { Match } from './matching.ts';
import type { Report } from './report-schema.ts';
import type { Scene } from './scene.ts';

/** Of one place. */
const FEWEST_NOTES = 4;

/**
 * For each place of the bar its notes against the mean of the one before and the one after: habit, equipment and a steady drift move
 * all three alike and drop out, and a click that wanders answers each place as often as another. Null where the click does not wander.
 */
export function placesOf(timeline: Timeline, scene: Scene, matches: readonly Match[]): Report['places'] {
  if (!wanders(timeline)) return null;
  const groups = new Map<string, { order: number; values: number[] }>();
  const mine = matches.filter(({ line }) => line === 0).sort((a, b) => a.target - b.target);
  const next = new Map(scene.lines[0]?.index.map((target, i, all) => [target, all[i + 1]]));
  const { beats } = scene;
  for (let i = 1; i < mine.length - 1; i++) {
    const [before, now, after] = [mine[i - 1], mine[i], mine[i + 1]];
    const isRow = next.get(before.target) === now.target && next.get(now.target) === after.target;
    const step = beats[now.target] - beats[before.target];
    if (!isRow || Math.abs(beats[after.target] - beats[now.target] - step) > 1e-6) continue;
    const { position } = timeline.targets[now.target];
    const place = placeText(position);
    const group = groups.get(place) ?? { order: position.valueOf(), values: [] };
    group.values.push(now.judgedMs - (before.judgedMs + after.judgedMs) / 2);
    groups.set(place, group);
  }
  const sorted = [...groups].sort(([, a], [, b]) => a.order - b.order);
  return {
    unit: timeline.bars[timeline.targets[0].bar].meter.unit.toFraction(),
    own: matches.filter(({ target }) => !scene.withClick[target]).length,
    of: matches.length,
    each: sorted.map(([at, { values }]) => ({ at, ...asideOf(values, sorted.length) })),
  };
}

/** All intervals together hold 95 times in 100 (Bonferroni): of many places one would always lie aside. */
function asideOf(values: readonly number[], places: number) {
  const n = values.length;
  if (n < FEWEST_NOTES)
    return {
      n,
      asideMs: null,
      ci95: null,
      why: `needs ${FEWEST_NOTES} notes with both neighbours, has ${n}`,
    };
  const asideMs = mean(values);
  const half = (studentInterval(1 - 0.05 / places, n - 1) * standardDeviation(values)!) / Math.sqrt(n);
  return { n, asideMs, ci95: [asideMs - half, asideMs + half] as [number, number] };
}

/** Within one section clicks fall on places that change from bar to bar, and on none in all of them. */
function wanders({ bars, clicks, sections }: Timeline): boolean {
  const places = bars.map(() => new Set<string>());
  for (const { bar, position } of clicks)
    if (bars[bar].kind === 'play') places[bar].add(position.toFraction());
  return sections.some((_, section) => {
    const used = places.filter(({ size }, bar) => size > 0 && bars[bar].section === section);
    const different = new Set(used.map((set) => [...set].sort().join(' ')));
    return different.size > 1 && [...(used[0] ?? [])].every((place) => used.some((set) => !set.has(place)));
  });
}
