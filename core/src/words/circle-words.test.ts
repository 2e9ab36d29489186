import { findingOf } from '../circle/index.ts';
import { challengeWords, sayWords, searchWords, turnSign, turnWords } from './index.ts';

it.each([
  [{ beats: 4, beat: 3, part: '0' }, 'beat 3, in four', 'say “three” on the click, then “four”'],
  [{ beats: 5, beat: 2, part: '1/2' }, 'the “and” of 2, in five', 'say “and” on the click, then “three”'],
  [{ beats: 4, beat: 4, part: '2/3' }, 'the “let” of 4, in four', 'say “let” on the click, then “one”'],
  [{ beats: 2, beat: 2, part: '1/4' }, 'the “e” of 2, in two', 'say “e” on the click, then “one”'],
] as const)('%j', (challenge, called, said) => {
  expect(challengeWords(challenge)).toBe(called);
  expect(sayWords(challenge)).toBe(said);
});

it.each([
  [
    { result: 'found', by: 'sound', clicks: 3, beats: 11, heldBeats: 8, spreadMs: 21.4 },
    'found after 3 clicks, 11 beats; held for 8, spread 21 ms',
  ],
  [
    { result: 'found', by: 'taps', clicks: 1, beats: 3, heldBeats: 0, spreadMs: null },
    'found after 1 click, 3 beats',
  ],
  [{ result: 'not found', by: 'taps', clicks: 5, beats: 30, heldBeats: 0, spreadMs: null }, 'not found'],
  [{ result: 'found', by: 'person', clicks: null, beats: null, heldBeats: null, spreadMs: null }, 'found'],
] as const)('%j', (turn, said) => {
  expect(turnWords(turn)).toBe(said);
  expect(said).toContain(turnSign(turn));
});

it('who looks for it is told where the click lies by their own count', () => {
  const challenge = { beats: 4, beat: 3, part: '0' } as const;
  const clicks = [3, 6, 9];
  const clapsFrom = (one: number) => Array.from({ length: 9 }, (_, i) => one + 0.75 * i);
  const said = (claps: number[]) =>
    searchWords(challenge, findingOf(challenge, 20, claps, clicks), claps.length);
  expect(said([])).toBe('begin on one whenever you like');
  // One on the click; one a beat before it; one half a beat before it.
  expect(said(clapsFrom(3))).toBe('the click is on your one');
  expect(said(clapsFrom(2.25))).toBe('the click is on your two');
  expect(said(clapsFrom(2.625))).toMatch(/between your beats/);
  expect(said(clapsFrom(1.5))).toMatch(/^found after 1 click, 3 beats; held for/);
});
