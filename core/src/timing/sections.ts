/** Section by section: does the pulse stay where it is when the feel, the click or the meter changes? */
import type { Timeline } from '../plan/index.ts';
import { mean, standardDeviation, studentInterval } from '../stats/index.ts';
import type { Match } from './matching.ts';
import type { Report } from './report-schema.ts';
import type { Scene } from './scene.ts';

/** Bars on either side; each is one value. */
const FEWEST_BARS = 3;

/**
 * For each section where its notes lie, and how far that is from the notes of all others: the difference of the means of their bars, with
 * Welch's t interval (Welch 1947, Biometrika 34, 28–35). Bars in which the player is alone are left out: what drifts there is drift.
 */
export function sectionsOf(
  { bars, targets, sections }: Timeline,
  scene: Scene,
  matches: readonly Match[],
): Report['sections'] {
  if (sections.length < 2) return [];
  const byBar = new Map<number, number[]>();
  for (const { target, judgedMs } of matches) {
    if (scene.gapOf[target] >= 0) continue;
    const { bar } = targets[target];
    const own = byBar.get(bar);
    if (own) own.push(judgedMs);
    else byBar.set(bar, [judgedMs]);
  }
  const means = [...byBar].map(([bar, values]) => ({
    section: bars[bar].section,
    value: mean(values),
    values,
  }));
  // So that all intervals together hold 95 times in 100 (Bonferroni): with many sections one would always lie aside.
  const confidence = 1 - 0.05 / sections.length;
  return sections.map(({ name, fromBar, toBar }, section) => {
    const mine = means.filter((bar) => bar.section === section);
    const others = means.filter((bar) => bar.section !== section);
    const values = mine.flatMap((bar) => bar.values);
    const common = {
      ...(name === undefined ? {} : { name }),
      fromBar,
      toBar,
      n: values.length,
      meanMs: values.length > 0 ? mean(values) : null,
      sdMs: standardDeviation(values),
    };
    const few = Math.min(mine.length, others.length);
    if (few < FEWEST_BARS)
      return {
        ...common,
        asideMs: null,
        ci95: null,
        why: `needs ${FEWEST_BARS} bars with a click here and elsewhere, has ${few}`,
      };
    const own = mine.map(({ value }) => value);
    const rest = others.map(({ value }) => value);
    const [a, b] = [standardDeviation(own)! ** 2 / own.length, standardDeviation(rest)! ** 2 / rest.length];
    const asideMs = mean(own) - mean(rest);
    const freedom = (a + b) ** 2 / (a ** 2 / (own.length - 1) + b ** 2 / (rest.length - 1));
    const half = a + b === 0 ? 0 : studentInterval(confidence, freedom) * Math.sqrt(a + b);
    return { ...common, asideMs, ci95: [asideMs - half, asideMs + half] as [number, number] };
  });
}
