/** What comes round again: a loop sounds as the same music written out. */
import { compile } from '../plan/index.ts';
import { countWords } from '../testing/count-words.ts';
import { plan } from '../testing/plans.ts';
import { createRenderer, render, scheduleOf } from './index.ts';

const RATE = 8000;
const WORDS = countWords(RATE);

it.each([
  ['a cymbal that rings longer than the loop', { clicks: [{ every: '1/4', voice: 'cymbal' }] }],
  ['a count whose first word begins before the loop', { clicks: [{ every: '1/4', voice: 'count' }] }],
  ['clicks that do not fill it', { clicks: [{ at: ['3/4'] }] }],
])('%s', (_, change) => {
  const bar = compile(plan({ bars: 1, tempo: { bpm: 240, beat: '1/4' }, ...change }));
  const five = compile(plan({ bars: 5, tempo: { bpm: 240, beat: '1/4' }, ...change }));
  const loopFrames = bar.endS * RATE;
  expect(loopFrames).toBe(RATE);
  const looped = new Float32Array(loopFrames);
  createRenderer(scheduleOf(bar), RATE, { words: WORDS, loopFrames }).fill(looped, 0);
  // The fourth of five bars: strokes of the bars before still ring in it, words of the next begin.
  const written = render(five, RATE, { fromS: 3, toS: 4, words: WORDS });
  looped.forEach((value, i) => expect(value).toBeCloseTo(written[i], 5));
});
