/** Take against take in words: what changed, which way, and how sure. */
import type { Comparison } from '../timing/index.ts';
import { comparisonSentences } from './index.ts';

const drift = (
  change: 'nearer' | 'further' | 'unclear',
  first: number,
  second: number,
): Comparison['drift'] => ({
  change,
  first,
  second,
  differencePercent: second - first,
  ci95: [second - first - 0.4, second - first + 0.4],
});

it.each<[Comparison, RegExp, RegExp]>([
  [
    { drift: drift('nearer', 3, 0.2), spread: { change: 'steadier', ratio: 0.4, ci95: [0.3, 0.5] } },
    /^Nearer to the tempo when alone: 3\.0 % fast in the first, 0\.2 % fast in the second\.$/,
    /^Steadier: the intervals vary 60 % less \(50 to 70 %\)\.$/,
  ],
  [
    { drift: drift('further', 0, -2), spread: { change: 'less steady', ratio: 1.5, ci95: [1.2, 1.9] } },
    /^Further from the tempo when alone: on tempo in the first, 2\.0 % slow in the second\.$/,
    /^Less steady: the intervals vary 50 % more \(20 to 90 %\)\.$/,
  ],
  [
    { drift: drift('unclear', 0.3, 0.2), spread: { change: 'unclear', ratio: 0.9, ci95: [0.7, 1.2] } },
    /^No clear change .* lies between −0\.5 and \+0\.3 %\.$/,
    /^No clear change of steadiness: the intervals vary 10 % less, which chance can do\.$/,
  ],
  [{ drift: null, spread: null }, /says too little/, /too few intervals/],
])('%j', (comparison, first, second) => {
  const [one, two] = comparisonSentences(comparison);
  expect(one).toMatch(first);
  expect(two).toMatch(second);
});
