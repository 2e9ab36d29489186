/** Changes of a path. Pure. */
import type { Path, PathStep } from '@feldspar/core/paths';

export const withStep = (path: Path, step: PathStep): Path => ({
  ...path,
  steps: path.steps.map((one) => (one.key === step.key ? step : one)),
});

/** The last step stays: a path has at least one. */
export const withoutStep = (path: Path, key: string): Path =>
  path.steps.length === 1 ? path : { ...path, steps: path.steps.filter((step) => step.key !== key) };

/** One place earlier or later; at the end it stays where it is. */
export function moved(path: Path, key: string, by: -1 | 1): Path {
  const at = path.steps.findIndex((step) => step.key === key);
  const to = at + by;
  if (at < 0 || to < 0 || to >= path.steps.length) return path;
  const steps = [...path.steps];
  [steps[at], steps[to]] = [steps[to], steps[at]];
  return { ...path, steps };
}

/** A key that none of them has and none had: what was ticked for one that is gone is not that of a new one. */
export function freshKey(things: readonly { key: string }[]): string {
  const taken = new Set(things.map(({ key }) => key));
  for (;;) {
    const key = `k-${crypto.randomUUID().slice(0, 8)}`;
    if (!taken.has(key)) return key;
  }
}
