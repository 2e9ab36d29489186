import type { BeatMap } from '@feldspar/core/beat-map';
import { doubtfulIn, headOfMap, surenessOf } from './beat-words.ts';

const map = (timeOf: (beat: number) => number, change: Partial<BeatMap> = {}): BeatMap => ({
  beats: Array.from({ length: 33 }, (_, beat) => Number(timeOf(beat).toFixed(6))),
  bars: [{ beat: 0, beats: 4, unit: '1/4' }],
  ...change,
});

it('a steady record says its tempo and how sure that is; another one between which it moves', () => {
  expect(headOfMap(map((beat) => 1 + 0.5 * beat))).toBe(
    '33 beats, 8 bars of 4/4: steady, 120.00 a minute (± 0.00).',
  );
  expect(headOfMap(map((beat) => 1 + 0.5 * beat + 0.05 * Math.sin(beat / 4)))).toMatch(
    /^33 beats, 8 bars of 4\/4: 11[78] to 12[234] a minute, its own tempo\.$/,
  );
  const six = map((beat) => 1 + 0.3 * beat, { bars: [{ beat: 3, beats: 6, unit: '1/8' }] });
  expect(headOfMap(six)).toMatch(/5 bars of 6\/8/);
});

it('four doubtful beats in a row are named, three are not', () => {
  const doubtful = [3, 4, 5, 10, 11, 12, 13, 30, 31, 32];
  const sure = Array.from({ length: 33 }, (_, i) => (doubtful.includes(i) ? 0.1 : 0.9));
  expect(doubtfulIn(map((beat) => beat, { sure }))).toEqual([{ first: 10, last: 13 }]);
  expect(doubtfulIn(map((beat) => beat))).toEqual([]);
  expect([0.9, 0.5, 0.1].map(surenessOf)).toEqual(['sure', 'fairly sure', 'doubtful']);
});
