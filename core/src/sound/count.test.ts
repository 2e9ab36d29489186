/** The spoken count: its words, its files, and where they fall. */
import { compile } from '../plan/index.ts';
import { countWords, wordBytes } from '../testing/count-words.ts';
import { plan, withCountIn } from '../testing/plans.ts';
import {
  COUNT_WORDS,
  LEVEL_LKFS,
  VOICES,
  createRenderer,
  loudness,
  render,
  scheduleOf,
  voiceSamples,
} from './index.ts';

const COUNTED = (every: string, change = {}) =>
  plan({ bars: 1, clicks: [{ every, voice: 'count' }], ...change });
const said = (document: ReturnType<typeof plan>) => scheduleOf(compile(document)).map(({ voice }) => voice);

describe('what is said (common practice, no source)', () => {
  it.each([
    ['1/4', ['one', 'two', 'three', 'four']],
    ['1/8', ['one', 'and', 'two', 'and', 'three', 'and', 'four', 'and']],
    ['1/12', ['one', 'trip', 'let', 'two', 'trip', 'let', 'three', 'trip', 'let', 'four', 'trip', 'let']],
  ])('every %s', (every, words) => expect(said(COUNTED(every))).toEqual(words));

  it('sixteenths are one e and a; what has no word is a tick', () => {
    expect(said(COUNTED('1/16')).slice(0, 5)).toEqual(['one', 'e', 'and', 'a', 'two']);
    expect(said(COUNTED('1/20')).slice(0, 3)).toEqual(['one', 'tick', 'tick']);
    expect(said(COUNTED('1/4', { meter: { beats: 13, unit: '1/4' } })).at(-1)).toBe('tick');
  });

  it('the count-in ends with two words, however many bars it has; a short bar alone is only counted', () => {
    const counted = (beats: number, bars: number) =>
      said({
        ...withCountIn(COUNTED('2', { meter: { beats, unit: '1/4' } })),
        countIn: { bars, voice: 'count' },
      });
    expect(counted(4, 1)).toEqual(['one', 'two', 'ready', 'play', 'one']);
    expect(counted(3, 2)).toEqual(['one', 'two', 'three', 'one', 'ready', 'play', 'one']);
    expect(counted(2, 1)).toEqual(['one', 'two', 'one']);
    expect(counted(2, 2)).toEqual(['one', 'two', 'ready', 'play', 'one']);
  });

  it('what is to be said and was not given is refused by its word; other voices need no words', () => {
    expect(() => createRenderer(scheduleOf(compile(plan())), 48_000)).not.toThrow();
    expect(() => createRenderer(scheduleOf(compile(COUNTED('1/4'))), 48_000)).toThrow('“one”');
  });
});

describe('the files', () => {
  it('are small, and each word is felt within its first 100 ms', () => {
    for (const word of COUNT_WORDS) {
      expect(wordBytes(word).length).toBeLessThan(20_000);
      const { samples, feltFrame } = countWords(48_000).get(word)!;
      expect(feltFrame).toBeGreaterThan(0);
      expect(feltFrame).toBeLessThan(0.1 * 48_000);
      expect(Math.abs(samples.at(-1)!)).toBeLessThan(0.01);
    }
  });

  it('are as long at every rate', () => {
    const [low, high] = [countWords(44_100), countWords(48_000)];
    for (const word of COUNT_WORDS) {
      const seconds = low.get(word)!.samples.length / 44_100;
      expect(high.get(word)!.samples.length / 48_000).toBeCloseTo(seconds, 3);
      expect(high.get(word)!.feltFrame / 48_000).toBeCloseTo(low.get(word)!.feltFrame / 44_100, 4);
    }
  });
});

it('the measure of loudness gives -3.01 for a full-scale sine of 997 Hz (ITU-R BS.1770-4, annex 1)', () => {
  const sine = Float32Array.from({ length: 48_000 }, (_, i) => Math.sin((2 * Math.PI * 997 * i) / 48_000));
  expect(loudness(sine)).toBeCloseTo(-3.01, 1);
  expect(loudness(new Float32Array(100))).toBe(-Infinity);
});

it('every voice and every word is equally loud, to half a decibel', () => {
  const words = [...countWords(48_000)].map(([word, { samples }]) => [word, samples] as const);
  for (const [name, samples] of [
    ...VOICES.map((v) => [v, voiceSamples(v, false, 48_000)] as const),
    ...words,
  ]) {
    expect([name, Math.abs(loudness(samples) - LEVEL_LKFS) < 0.5]).toEqual([name, true]);
  }
});

it('a word lies on its click with the frame at which it is felt', () => {
  const words = countWords(48_000);
  const { samples, feltFrame } = words.get('two')!;
  const document = plan({ bars: 1, clicks: [{ at: ['1/4'], voice: 'count' }] });
  const rendered = render(compile(document), 48_000, { words });
  const click = Math.round(0.6 * 48_000);
  expect(rendered.subarray(click - feltFrame, click - feltFrame + samples.length)).toEqual(samples);
  expect(rendered.subarray(0, click - feltFrame).every((v) => v === 0)).toBe(true);
});
