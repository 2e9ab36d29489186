/** Lock and steadiness with seeded players; where the record wavers. */
import { compile } from '../plan/index.ts';
import { type PlayerTraits, STEADY_PLAYER, simulate } from '../players/index.ts';
import { plan as planOf } from '../testing/plans.ts';
import { recordOf } from '../testing/records.ts';
import { trials } from '../testing/long.ts';
import { sentenceOf } from '../words/index.ts';
import { measure } from './measure.ts';

const BEAT_S = 0.577;
const record = recordOf(160, (beat) => 1 + BEAT_S * (beat + 0.4 * Math.sin(beat / 20)));
const section = {
  ...{ bars: 32, clicks: [], play: [{ every: '1/4' }], silence: { sound: 6, silent: 2 } },
  record: { fromBar: 1 },
};
const timeline = compile({ ...planOf(section), record });

const FOLLOWER: PlayerTraits = { ...STEADY_PLAYER, correction: 0.8, clockSdMs: 28, handSdMs: 6 };
const HOLDER: PlayerTraits = { ...STEADY_PLAYER, correction: 0.1, clockSdMs: 6, handSdMs: 5 };

it('tells a follower from a holder in 95 of 100 takes of 32 bars', () => {
  const count = trials(200);
  const mannerOf = (traits: PlayerTraits, seed: number) =>
    measure(timeline, simulate(timeline, traits, 7919 * seed + 13)).record!.manner;
  const right = { follows: 0, holds: 0 };
  for (let seed = 1; seed <= count; seed++) {
    if (mannerOf(FOLLOWER, seed) === 'follows') right.follows++;
    if (mannerOf(HOLDER, seed) === 'holds') right.holds++;
  }
  expect(right.follows / count).toBeGreaterThanOrEqual(0.95);
  expect(right.holds / count).toBeGreaterThanOrEqual(0.95);
});

it('keeps the two figures apart: α from where the record sounds, the spread from where it does not', () => {
  const { lock, alone } = measure(timeline, simulate(timeline, FOLLOWER, 5)).record!;
  expect(lock.alpha!).toBeGreaterThan(0.5);
  // A clock of 28 ms and a hand of 6 ms: √(28² + 2·6²) = 29 ms from beat to beat.
  expect(alone.spreadMs!).toBeGreaterThan(22);
  expect(alone.spreadMs!).toBeLessThan(37);
  expect(alone.percentOfBeat!).toBeCloseTo(alone.spreadMs! / (10 * BEAT_S), 0);
});

it('where the record itself leaves its tempo in a silence, the player is not blamed', () => {
  // Bars 7 and 8 are silent: the record takes a breath there, of which nobody alone can know.
  const breath = (beat: number) => 1 + BEAT_S * beat + 0.2 * Math.max(0, Math.min(1, (beat - 26) / 4));
  const wavers = compile({ ...planOf(section), record: recordOf(160, breath) });
  const steady = compile({ ...planOf(section), record: recordOf(160, (beat) => 1 + BEAT_S * beat) });
  const play = { ...STEADY_PLAYER, clockSdMs: 5, handSdMs: 3, offsetMs: 0 };
  // He goes on as the record was before, and finds it again when it comes back.
  const hits = simulate(wavers, play, 3).map((hit) => {
    const beat = (hit.timeS / BEAT_S) | 0;
    return beat >= 24 && beat < 33 ? { ...hit, timeS: simulate(steady, play, 3)[beat].timeS } : hit;
  });
  const report = measure(wavers, hits);
  expect(report.record!.wavering).toHaveLength(1);
  expect(report.record!.wavering[0].ms).toBeCloseTo(200, -1);
  expect(report.drift.verdict).not.toBe('dragging');
  expect(report.drift.verdict).not.toBe('rushing');
  const said = report.findings.find(({ code }) => code === 'record wavers')!;
  expect(sentenceOf(said)).toMatch(/In 1 silence the record itself leaves its tempo, by up to \d+ ms/);
  expect(measure(steady, simulate(steady, play, 3)).record!.wavering).toEqual([]);
});

it('says what each skill is for, and nothing of a click', () => {
  const words = (traits: PlayerTraits) =>
    measure(timeline, simulate(timeline, traits, 4))
      .findings.map(sentenceOf)
      .join(' ');
  expect(words(FOLLOWER)).toMatch(
    /You follow the record, and do not yet hold.*which is right there; alone your beat varies/,
  );
  expect(words(HOLDER)).toMatch(/You hold the tempo by yourself/);
  expect(words(HOLDER)).not.toMatch(/With the click/);
});

it('whoever hurries alone does not hold the tempo, however even the beats', () => {
  const hurries = { ...HOLDER, tempoPercent: 2 };
  expect(measure(timeline, simulate(timeline, hurries, 9)).record!.manner).toBe('neither');
});

describe('joining in', () => {
  const joins = { ...section, bars: 24, silence: undefined };
  const said = (play: typeof section.play, lateBeats: number) => {
    const joining = compile({
      ...planOf({ ...joins, play: play.map((line) => ({ ...line, fromBar: 9 })) }),
      record,
    });
    const hits = simulate(joining, { ...STEADY_PLAYER, clockSdMs: 5 }, 5).map((hit) => ({
      ...hit,
      timeS: hit.timeS + lateBeats * BEAT_S,
    }));
    const report = measure(joining, hits);
    return { one: report.record!.one, words: report.findings.map(sentenceOf).join(' ') };
  };
  const ones = [{ at: ['0'] }] as unknown as typeof section.play;
  it.each([
    [0, /You came in on the right one\..*With the record you are/],
    [1, /Your one lies 1 beat behind the record’s/],
    [-1, /Your one lies 1 beat before the record’s/],
  ])('on the one of every bar, %d beats late', (late, words) => {
    expect(said(ones, late)).toEqual({ one: late, words: expect.stringMatching(words) as string });
  });
  it('every beat alike does not tell which is one', () => {
    expect(said(section.play, 1).one).toBeNull();
    // Of a backbeat two beats beside its place nobody can tell.
    const backbeat = [{ at: ['1/4', '3/4'] }] as unknown as typeof section.play;
    expect([0, 1, 2].map((late) => said(backbeat, late).one)).toEqual([null, -1, null]);
  });
  it('the distance of a player whose one is another says nothing', () => {
    expect(said(ones, 1).words).not.toMatch(/With the record you are/);
  });
});

it('a plan without a record has no such figures', () => {
  const plain = compile(planOf());
  expect(measure(plain, simulate(plain, STEADY_PLAYER, 1)).record).toBeNull();
});
