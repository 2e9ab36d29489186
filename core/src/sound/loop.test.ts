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
  ['nothing', { clicks: [] }],
])('%s', (_, change) => {
  const bar = compile(plan({ bars: 1, tempo: { bpm: 240, beat: '1/4' }, ...change }));
  const five = compile(plan({ bars: 5, tempo: { bpm: 240, beat: '1/4' }, ...change }));
  const loopFrames = bar.endS * RATE;
  expect(loopFrames).toBe(RATE);
  const loop = createRenderer(scheduleOf(bar), RATE, { words: WORDS, loopFrames });
  // Up to the middle of the fourth round, in blocks that do not fit the loop, from a little before its beginning.
  const from = -600;
  const written = render(five, RATE, { fromS: from / RATE, toS: 3.5, words: WORDS });
  const block = new Float32Array(700);
  let worst = 0;
  for (let at = 0; at + block.length <= written.length; at += block.length) {
    loop.fill(block, from + at);
    block.forEach((value, i) => (worst = Math.max(worst, Math.abs(value - written[at + i]))));
  }
  expect(worst).toBeLessThan(1e-5);
});
