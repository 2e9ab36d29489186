/** "I lay back on 2 and 4": whether the player was where he meant to be, against his own other notes. */
import type { Timeline } from '../plan/index.ts';
import { mean, standardDeviation, studentInterval } from '../stats/index.ts';
import { type Match, intendedPlaces } from './matching.ts';
import type { Report } from './report-schema.ts';
import type { Scene } from './scene.ts';
import type { Judging } from './judging-schema.ts';

/** Bars; each is one comparison. */
const FEWEST_BARS = 6;

/**
 * Bar by bar, the mean asynchrony at the intended places less the mean at the bar's other places. Equipment, habit and drift move
 * both alike and drop out, and bars are nearly independent, so the t interval of their mean is safe. Where everything is meant to
 * lie aside there is nothing to compare with but the click, and no interval: how far of it is equipment nobody can tell.
 */
export function intentOf(
  timeline: Timeline,
  scene: Scene,
  matches: readonly Match[],
  { intended }: Judging,
): Report['intended'] {
  if (!intended) return null;
  const places = intendedPlaces(intended);
  const bars = new Map<number, { aside: number[]; others: number[] }>();
  for (const { target, asynchronyMs } of matches) {
    const { bar, position } = timeline.targets[target];
    const own = bars.get(bar) ?? { aside: [], others: [] };
    own[places.has(position.toFraction()) ? 'aside' : 'others'].push(asynchronyMs);
    bars.set(bar, own);
  }
  const pairs = [...bars.values()].filter(({ aside, others }) => aside.length > 0 && others.length > 0);
  const none = { meanMs: null, sdMs: null, ci95: null };
  const common = { offsetMs: intended.offsetMs, at: [...places] };
  const alone = [...bars.values()].every(({ others }) => others.length === 0);
  if (alone) {
    const clicked = matches.filter(({ target }) => scene.gapOf[target] < 0).map((m) => m.asynchronyMs);
    const n = clicked.length;
    if (n < FEWEST_BARS)
      return {
        ...common,
        ...none,
        n,
        against: 'click',
        why: `needs ${FEWEST_BARS} hits with the click, has ${n}`,
      };
    return {
      ...common,
      n,
      against: 'click',
      meanMs: mean(clicked),
      sdMs: standardDeviation(clicked),
      ci95: null,
      why: 'every note is meant to lie aside, so it is measured against the click: equipment and habit are in it',
    };
  }
  const n = pairs.length;
  if (n < FEWEST_BARS) {
    const why = `needs ${FEWEST_BARS} bars with notes at these places and others, has ${n}`;
    return { ...common, ...none, n, against: 'own', why };
  }
  const differences = pairs.map(({ aside, others }) => mean(aside) - mean(others));
  const meanMs = mean(differences);
  const sdMs = standardDeviation(differences)!;
  const half = (studentInterval(0.95, n - 1) * sdMs) / Math.sqrt(n);
  return { ...common, n, against: 'own', meanMs, sdMs, ci95: [meanMs - half, meanMs + half] };
}
