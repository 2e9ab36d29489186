/**
 * The browser tests that take longest begin first, so that two run side by side to the end. Jest orders by what it remembers of earlier
 * runs; a fresh clone remembers nothing, and would begin with the largest files.
 */
const LONGEST = [
  'accessibility',
  'desk',
  'torture',
  'screens',
  'kept',
  'sheet',
  'fuzz',
  'safety',
  'studio',
  'frame',
];

const rank = ({ path }) => {
  const found = LONGEST.findIndex((name) => path.endsWith(`/${name}.test.ts`));
  return found < 0 ? LONGEST.length : found;
};

/** What jest asks of a sequencer; nothing is remembered, so nothing is known of earlier failures. */
export default class LongestFirst {
  sort(tests) {
    return [...tests].sort((a, b) => rank(a) - rank(b));
  }

  shard(tests) {
    return tests;
  }

  allFailedTests() {
    return [];
  }

  cacheResults() {}
}
