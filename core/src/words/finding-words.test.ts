/** Findings in words: each says no more than its figures, and numbers and plurals are as they are read. */
import type { Finding } from '../timing/index.ts';
import { earlyLate, fastSlow, listed, oneDecimal, plural, sentenceOf, sentencesOf } from './index.ts';

describe('numbers', () => {
  it.each([
    [1, '1 beat'],
    [2, '2 beats'],
    [0, '0 beats'],
    [1.04, '1 beat'],
    [2.5, '2.5 beats'],
    [1200, '1,200 beats'],
  ])('%d', (count, text) => expect(plural(count, 'beat')).toBe(text));

  it('a minus is a minus, and there is no negative nothing', () => {
    expect([oneDecimal(-1.25), oneDecimal(-0.04), oneDecimal(0.3)]).toEqual(['−1.3', '0.0', '0.3']);
    expect([earlyLate(-17.6), earlyLate(7.2), earlyLate(-0.3)]).toEqual([
      '18 ms early',
      '7 ms late',
      'on it',
    ]);
    expect([fastSlow(1.26), fastSlow(-0.4), fastSlow(0.02)]).toEqual([
      '1.3 % fast',
      '0.4 % slow',
      'on tempo',
    ]);
    expect([listed(['1']), listed(['1', '3']), listed(['1', '2', '4'])]).toEqual([
      '1',
      '1 and 3',
      '1, 2 and 4',
    ]);
  });
});

const alone = (change: Partial<Extract<Finding, { code: 'alone' }>>): Finding => ({
  code: 'alone',
  verdict: 'rushing',
  percent: 1.2,
  ci95: [0.9, 1.5],
  ...change,
});
const turn: Finding = { code: 'turned round', fromBar: 5, toBar: 9, hits: 20, beats: 0.5, sure: true };

it.each<[Finding, RegExp]>([
  [alone({}), /^You hurry when the click is gone: about 1\.2 % fast \(0\.9 to 1\.5\)\.$/],
  [
    alone({ after: { gainedMs: -166, beats: 16, silentBars: 4 } }),
    /: about 166 ms early after 4 silent bars, about 1\.2 % fast/,
  ],
  [
    alone({
      verdict: 'dragging',
      percent: -1,
      ci95: [-1.4, -0.6],
      after: { gainedMs: 31, beats: 5, silentBars: 0 },
    }),
    /^You drag when the click is gone: about 31 ms late after 5 beats, about 1\.0 % slow \(0\.6 to 1\.4\)\.$/,
  ],
  [
    alone({ verdict: 'steady', percent: 0.1, ci95: [-0.2, 0.4] }),
    /^You hold the pulse alone: within 0\.4 % of the tempo\.$/,
  ],
  [
    alone({ verdict: 'unclear', percent: 0.3, ci95: [-0.2, 0.8], moreBars: 12 }),
    /^Alone you are between 0\.2 % slow and 0\.8 % fast: 12 more bars alone would tell/,
  ],
  [
    alone({ verdict: 'unclear', percent: 0.3, ci95: [-5, 5.6], moreBars: 4000 }),
    /too wide to say whether you hurry or drag; longer silences tell more/,
  ],
  [turn, /^In bars 5 to 9 you took the click for your beat, half a beat late: keep your own one\.$/],
  [{ ...turn, sure: false }, /it is not clear where your beat was: perhaps on the click/],
  [
    {
      code: 'between the clicks',
      at: ['0', '1/2'],
      unit: '1/4',
      beats: true,
      meanMs: -38,
      sdMs: 9,
      againstClickedMs: -40,
      aside: true,
    },
    /^Where no click sounds, on 1 and 3, you are 38 ms early against the pulse, spread 9 ms: 40 ms early against your notes with the click\.$/,
  ],
  [
    { code: 'section aside', name: 'double time', fromBar: 13, toBar: 16, asideMs: -45, ci95: [-51, -39] },
    /^In “double time”, bars 13 to 16, you are 45 ms early against the other sections\.$/,
  ],
  [
    { code: 're-entry', times: 5, meanMs: 45, sdMs: 8, percent: 0.4 },
    /^After the rests you come back in 45 ms late on average \(5 times, spread 8 ms\), 0\.4 % fast in the first bar\.$/,
  ],
  [
    { code: 'entry', kind: 'found', bar: 1, beats: 15, clicks: 4, heldBeats: 31 },
    /^You found the click after 4 clicks \(15 beats\), and held it for 31 beats\.$/,
  ],
  [{ code: 'entry', kind: 'found', bar: 1, beats: null }, /^You did not find the click/],
  [
    { code: 'entry', kind: 'moved', bar: 5, beats: 1, clicks: 1, heldBeats: 19 },
    /^Where the click moved, at bar 5, you were with it after 1 beat, and held it for 19 beats\.$/,
  ],
  [
    {
      code: 'places',
      unit: '1/4',
      own: 64,
      of: 80,
      aside: { at: '1/2', asideMs: 22, ci95: [12, 32] },
      withinMs: 32,
    },
    /^64 of your 80 notes had no click; on 3 you are 22 ms late against the notes beside it \(12 ms late to 32 ms late\)\.$/,
  ],
  [
    { code: 'places', unit: '1/4', own: 64, of: 80, aside: null, withinMs: 8.4 },
    /^64 of your 80 notes had no click, and no place of the bar lies aside by more than 8 ms\.$/,
  ],
  [{ code: 'rests', n: 8, hits: 0 }, /^Nothing sounded in the rests\.$/],
  [{ code: 'rests', n: 1, hits: 0 }, /^Nothing sounded in the rest\.$/],
  [{ code: 'rests', n: 8, hits: 1 }, /^1 hit fell into the rests: count through them\.$/],
  [{ code: 'wrong notes', missed: 1, extra: 2 }, /^1 note missed, 2 hits too many\.$/],
  [{ code: 'too little', matched: 1, targets: 2 }, /^Too little to say: 1 hit of 2\./],
])('%j', (finding, words) => expect(sentenceOf(finding)).toMatch(words));

it('the first is what matters most of what was played; what must be known is never left out', () => {
  const held: Finding[] = Array.from({ length: 5 }, () => ({ code: 'offset', meanMs: -20 }));
  const interrupted: Finding = { code: 'interrupted', at: [{ bar: 3, lostMs: 120 }], trustedFromBar: 4 };
  const sentences = sentencesOf([interrupted, alone({}), ...held]);
  expect(sentences[0]).toMatch(/^You hurry/);
  expect(sentences[1]).toMatch(/^The sound was interrupted in bar 3 \(120 ms\): from bar 4 on/);
  expect(sentences).toHaveLength(5);
});
