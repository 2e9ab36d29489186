/** The notes between the clicks: clicks round them, none at them, and yet not alone. A backbeat click trains the downbeats it leaves out. */
import type { Timeline } from '../plan/index.ts';
import { mean, standardDeviation, studentInterval } from '../stats/index.ts';
import { type Fraction, placeText } from '../time/index.ts';
import type { Match } from './matching.ts';
import type { Report } from './report-schema.ts';
import type { Scene } from './scene.ts';

/** Bars; each is one comparison. */
const FEWEST_BARS = 4;

/**
 * Bar by bar the mean asynchrony between the clicks less the mean with them: equipment and habit move both alike and drop out, and bars
 * are nearly independent, so the t interval of their mean is safe. Null where every note has a click, or none has one.
 */
export function unmarkedOf(timeline: Timeline, scene: Scene, matches: readonly Match[]): Report['unmarked'] {
  const bars = new Map<number, { between: number[]; with: number[] }>();
  const places = new Map<string, number>();
  const seen = new Set<Fraction>();
  for (const { target, judgedMs } of matches) {
    if (scene.gapOf[target] >= 0) continue;
    const { bar, position } = timeline.targets[target];
    const own = bars.get(bar) ?? { between: [], with: [] };
    own[scene.withClick[target] ? 'with' : 'between'].push(judgedMs);
    bars.set(bar, own);
    if (scene.withClick[target]) continue;
    // Bars share their positions, and naming one is dear.
    if (seen.has(position)) continue;
    seen.add(position);
    const place = placeText(position);
    if (!places.has(place)) places.set(place, position.valueOf());
  }
  const all = [...bars.values()];
  const between = all.flatMap((bar) => bar.between);
  if (between.length === 0) return null;
  const first = timeline.targets[0];
  const { unit } = timeline.bars[first.bar].meter;
  const named = [...places].sort(([, a], [, b]) => a - b).map(([place]) => place);
  const common = {
    at: named,
    unit: unit.toFraction(),
    beats: [...places.values()].every((place) =>
      Number.isInteger(Math.round(1e6 * (place / unit.valueOf())) / 1e6),
    ),
    n: between.length,
    meanMs: mean(between),
    sdMs: standardDeviation(between),
  };
  const pairs = all.filter((bar) => bar.between.length > 0 && bar.with.length > 0);
  const none = { againstClickedMs: null, ci95: null };
  if (pairs.length === 0) return { ...common, ...none, why: 'no note falls with a click' };
  if (pairs.length < FEWEST_BARS)
    return {
      ...common,
      ...none,
      why: `needs ${FEWEST_BARS} bars with notes on and between clicks, has ${pairs.length}`,
    };
  const differences = pairs.map((bar) => mean(bar.between) - mean(bar.with));
  const againstClickedMs = mean(differences);
  const half =
    (studentInterval(0.95, pairs.length - 1) * standardDeviation(differences)!) / Math.sqrt(pairs.length);
  return { ...common, againstClickedMs, ci95: [againstClickedMs - half, againstClickedMs + half] };
}
