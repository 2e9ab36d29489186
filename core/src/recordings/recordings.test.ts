import fc from 'fast-check';
import { compile, withTempo } from '../plan/index.ts';
import { STEADY_PLAYER, type StrokeKind, simulate } from '../players/index.ts';
import { READY_PLANS } from '../practice/index.ts';
import { measureTake } from '../take/index.ts';
import { measure } from '../timing/index.ts';
import { plan as testPlan, withCountIn } from '../testing/plans.ts';
import { tempo } from '../time/index.ts';
import { trials } from '../testing/long.ts';
import { scored } from '../testing/scored.ts';
import {
  type Edits,
  EARS,
  NO_EDITS,
  type PlayedToPlan,
  type Recording,
  type RecordingFacts,
  addMark,
  hearRecording,
  marksOf,
  moveMark,
  muteStretch,
  onPlan,
  placeByHits,
  recordingSchema,
  removeMark,
  simulatedRecording,
  strokesFrom,
  takeOfRecording,
} from './index.ts';

/** With a count-in, as nearly every plan has: there a click is heard alone. */
const PLAN = withCountIn(testPlan({ bars: 10, silence: { bars: 'xxooxxooxx' } }), 1);
const TIMELINE = compile(PLAN);
const PIECE = 30_000;

function sourceOf(samples: Float32Array, sampleRateHz: number) {
  return {
    sampleRateHz,
    durationS: samples.length / sampleRateHz,
    async *open() {
      for (let at = 0; at < samples.length; at += PIECE) yield samples.subarray(at, at + PIECE);
    },
  };
}

async function heardOf(facts: Partial<RecordingFacts>, withPlan = true, plan = PLAN) {
  const recorded = simulatedRecording(plan, {
    traits: STEADY_PLAYER,
    seed: 3,
    sound: 'clap',
    startS: 2.1,
    ...facts,
  });
  const source = sourceOf(recorded.samples, recorded.sampleRateHz);
  const heard = await hearRecording(source, { timeline: withPlan ? compile(plan) : null });
  const found = heard.onsets.map(({ timeS }) => timeS);
  return { ...heard, ...scored(found, recorded.onsetsS, 0.01), recorded, source };
}

describe('our own clicks on a recording', () => {
  const cases: [StrokeKind, number][] = [
    ['clap', -12],
    ['clap', 0],
    ['muted', -6],
    ['wood', 0],
  ];
  it.each(cases)(
    '%s with the click at %i dB: no click is heard as a stroke, and no stroke is lost',
    async (sound, clicksDb) => {
      const { missed, extra, clicks, medianErrorS } = await heardOf({ sound, clicksDb, clockPpm: 60 });
      expect({ missed, extra }).toEqual({ missed: 0, extra: 0 });
      expect(medianErrorS).toBeLessThan(1e-4);
      // The start to a tenth of a millisecond, and the clock to some parts in a million.
      expect(clicks!.startS).toBeCloseTo(2.1, 4);
      expect(clicks!.clockPpm).toBeGreaterThan(50);
      expect(clicks!.clockPpm).toBeLessThan(70);
      expect(clicks!.sure).toBe(true);
    },
  );

  // At 84 a beat is no whole number of samples: the player's clock goes by whole ones, the recorder's by its own.
  it.each(['clap', 'wood', 'muted', 'plucked', 'drum'] as const)(
    '%s of somebody who hurries, clicks between the samples and under what rings: none is heard as a stroke',
    async (sound) => {
      const plan = withTempo(PLAN, tempo(84, '1/4'));
      const traits = { ...STEADY_PLAYER, tempoPercent: 1.8 };
      for (let seed = 1; seed <= trials(6); seed++) {
        const heard = await heardOf({ sound, seed, traits, clicksDb: -12, clockPpm: 38 }, true, plan);
        expect(heard.clicks).not.toBeNull();
        expect({ seed, missed: heard.missed, extra: heard.extra }).toEqual({ seed, missed: 0, extra: 0 });
      }
    },
  );

  // What is left of a click under a ringing stroke was told as one before it; in a long tone, as a tone that begins.
  it.each([
    ['wood', 0, 2],
    ['drum', 0, 6],
    ['bowed', -12, 8],
    ['blown', 0, 4],
  ] as const)(
    '%s beside clicks at %i dB, twenty bars: none is heard as a stroke',
    async (sound, clicksDb, seed) => {
      const plan = withTempo(READY_PLANS[3].plan, tempo(84, '1/4'));
      const traits = { ...STEADY_PLAYER, tempoPercent: 1.8 };
      const { onsets, recorded } = await heardOf(
        { sound, seed, traits, clicksDb, clockPpm: 38, startS: 1.5 },
        true,
        plan,
      );
      const found = onsets.map(({ timeS }) => timeS);
      expect(scored(found, recorded.onsetsS, 0.03)).toMatchObject({ missed: 0, extra: 0 });
    },
  );

  // A drum is louder than the click, and low: most clicks of these twenty bars lie under one.
  it('under a drum that lies on nearly every one of them they are found, all of them, and the start is sure', async () => {
    const plan = withTempo(READY_PLANS[3].plan, tempo(84, '1/4'));
    const traits = { ...STEADY_PLAYER, tempoPercent: 1.8 };
    for (const clicksDb of [-12, 0]) {
      const heard = await heardOf(
        { sound: 'drum', seed: 4, traits, clicksDb, clockPpm: 38, startS: 1.5 },
        true,
        plan,
      );
      expect(heard.clicks!.count).toBe(heard.recorded.clicksS.length);
      expect(heard.clicks!.sure).toBe(true);
      expect(heard.clicks!.clockPpm).toBeCloseTo(38, 0);
      expect(heard.missed).toBe(0);
      // As loud as that, what is left of a click may hide something.
      if (clicksDb === -12) expect([heard.extra, heard.hiddenS]).toEqual([0, []]);
    }
  });

  // Seven accents, each with a tone: what they sound like cannot be told, and so they stay on the recording.
  it('long tones after a count-in: its accent is no tone', async () => {
    const { onsets, recorded } = await heardOf({ sound: 'bowed', seed: 42, clicksDb: -12 });
    const found = onsets.map(({ timeS }) => timeS);
    expect(scored(found, recorded.onsetsS, 0.03).extra).toBe(0);
  });

  it.each(['bowed', 'clap', 'muted'] as const)(
    'a constant that the sound card adds hides neither them nor what is played: %s',
    async (sound) => {
      const { recorded, onsets, clicks } = await heardOf({ sound, seed: 8, clicksDb: -12 });
      const { samples, sampleRateHz } = recorded;
      const source = sourceOf(
        samples.map((value) => value + 0.3),
        sampleRateHz,
      );
      const offset = await hearRecording(source, { timeline: compile(PLAN) });
      expect(offset.onsets.map(({ timeS }) => timeS)).toEqual(
        onsets.map(({ timeS }) => expect.closeTo(timeS, 3)),
      );
      expect(offset.clicks).toMatchObject({ count: clicks!.count, sure: clicks!.sure });
    },
  );

  it('they are not made up where there are none', async () => {
    for (let seed = 1; seed <= trials(8); seed++)
      for (const sound of ['clap', 'wood', 'muted'] as const)
        expect((await heardOf({ sound, seed, clicksDb: null })).clicks).toBeNull();
  });

  it('without the plan they are heard as strokes: it is the plan that tells', async () => {
    expect((await heardOf({ clicksDb: 0 }, false)).extra).toBeGreaterThan(3);
  });

  it('it says how far it is, and stops when it is told to', async () => {
    const { recorded } = await heardOf({ clicksDb: 0 });
    const shares: number[] = [];
    const source = sourceOf(recorded.samples, recorded.sampleRateHz);
    await hearRecording(source, { timeline: TIMELINE, onProgress: (share) => shares.push(share) });
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(shares.at(-1)).toBe(1);
    const signal = AbortSignal.abort(new Error('given up'));
    await expect(hearRecording(source, { signal })).rejects.toThrow('given up');
  });
});

describe('the start by the strokes alone', () => {
  it.each([1, 2, 3, 4, 5, 6])('player %i: within what he is early, and sure of it', (seed) => {
    const { onsetsS } = simulatedRecording(PLAN, { traits: STEADY_PLAYER, seed, sound: 'clap', startS: 7.3 });
    const placed = placeByHits(TIMELINE, onsetsS)!;
    expect(Math.abs(placed.startS - 7.3 + 0.012)).toBeLessThan(0.02);
    expect(placed.sure).toBe(true);
  });

  it('strokes before and after, and some missed, do not mislead it', () => {
    const { onsetsS } = simulatedRecording(PLAN, {
      traits: { ...STEADY_PLAYER, missChance: 0.1 },
      seed: 9,
      sound: 'clap',
      startS: 9,
    });
    const noise = [0.7, 1.9, 2.2, 40.3];
    const placed = placeByHits(
      TIMELINE,
      [...onsetsS, ...noise].sort((a, b) => a - b),
    )!;
    expect(Math.abs(placed.startS - 9)).toBeLessThan(0.04);
  });

  it('nothing is claimed of three strokes', () => {
    expect(placeByHits(TIMELINE, [1, 2, 3])).toBeNull();
  });
});

const recordingOf = (change: Partial<Recording> = {}): Recording & { played: PlayedToPlan } => ({
  format: 'feldspar-recording',
  version: 1,
  id: '3f0f6f4e-9d5a-4d2c-8a35-0c8f0d6b1a01',
  name: 'Kitchen, claps',
  playerId: null,
  recordedAt: '2026-05-04T18:20:00.000Z',
  sound: { sampleRateHz: 48_000, durationS: 40, channels: 1, bytes: 3_840_044 },
  side: 'mix',
  heard: { ears: EARS, kind: 'struck', onsets: [], clicks: null, hiddenS: [] },
  edits: NO_EDITS,
  ...change,
  played: { to: 'plan', plan: PLAN, planId: null, startS: 2.1, clockPpm: 60, foundBy: 'clicks', sure: true },
});

describe('a take of a recording', () => {
  it.each([null, -10])(
    'breath pulses in a long tone read the tempo that was played, our clicks at %s dB beside them',
    async (clicksDb) => {
      const traits = { ...STEADY_PLAYER, tempoPercent: 2 };
      const recorded = simulatedRecording(PLAN, { traits, seed: 5, sound: 'breath', startS: 2.1, clicksDb });
      const source = sourceOf(recorded.samples, recorded.sampleRateHz);
      const heard = await hearRecording(source, { timeline: TIMELINE, kind: 'pulsed' });
      const found = heard.onsets
        .map(({ timeS }) => timeS)
        .filter((timeS) => timeS > recorded.onsetsS[0] - 0.3);
      const { f, medianErrorS } = scored(found, recorded.onsetsS, 0.025);
      expect(f).toBeGreaterThan(clicksDb === null ? 0.99 : 0.96);
      expect(medianErrorS).toBeLessThan(0.006);
      const hits = found.map((timeS) => ({ timeS: timeS - 2.1 }));
      const { drift } = measure(TIMELINE, hits);
      const truth = measure(TIMELINE, simulate(TIMELINE, traits, 5));
      expect(Math.abs(drift.tempoPercent! - truth.drift.tempoPercent!)).toBeLessThan(0.1);
    },
  );

  it('reads the drift that was played, to two milliseconds of asynchrony', async () => {
    const traits = { ...STEADY_PLAYER, tempoPercent: 1.6 };
    const { recorded, onsets, clicks, hiddenS, kind } = await heardOf({ traits, clicksDb: -6, clockPpm: 60 });
    const { startS, clockPpm } = clicks!;
    const recording = recordingOf({ heard: { ears: EARS, kind, onsets, clicks, hiddenS } });
    recording.played = { ...recording.played, startS, clockPpm };
    expect(recordingSchema.parse(recording)).toEqual(recording);
    const take = takeOfRecording(recording, crypto.randomUUID());
    const truth = {
      ...take,
      hits: recorded.onsetsS.map((timeS) => ({ timeS: onPlan({ startS: 2.1, clockPpm: 60 }, timeS) })),
    };
    const [heard, played] = [measureTake(take).report, measureTake(truth).report];
    expect(heard.counts).toEqual(played.counts);
    expect(heard.gaps).toHaveLength(2);
    heard.matches.forEach(({ asynchronyMs }, i) =>
      expect(Math.abs(asynchronyMs - played.matches[i].asynchronyMs)).toBeLessThan(2),
    );
    expect(heard.drift.tempoPercent).toBeCloseTo(played.drift.tempoPercent!, 1);
    expect(take.recording).toEqual({
      id: recording.id,
      name: 'Kitchen, claps',
      ears: EARS,
      foundBy: 'clicks',
      byHand: 0,
      hidden: hiddenS.length,
    });
  });

  it('one that breaks off in the middle was stopped there', () => {
    const short = recordingOf({ sound: { sampleRateHz: 48_000, durationS: 10, channels: 1, bytes: 1 } });
    expect(takeOfRecording(short, short.id).stoppedAtS).toBeCloseTo(7.9, 2);
    expect(takeOfRecording(recordingOf(), short.id).stoppedAtS).toBeNull();
  });
});

describe('edits by hand', () => {
  const onsets = [1, 2, 3, 4].map((timeS) => ({ timeS, strength: 0.5, confidence: 0.9 }));
  const timesOf = (edits: Edits) => marksOf({ onsets }, edits).map(({ timeS }) => timeS);
  const markAt = (edits: Edits, timeS: number) =>
    marksOf({ onsets }, edits).find((mark) => mark.timeS === timeS)!;

  it('move, remove, add, mute; what was heard stays what it was', () => {
    let edits = moveMark(NO_EDITS, markAt(NO_EDITS, 2), 2.05);
    edits = moveMark(edits, markAt(edits, 2.05), 2.06);
    edits = removeMark(edits, markAt(edits, 3));
    edits = addMark(edits, 3.5);
    edits = moveMark(edits, markAt(edits, 3.5), 3.4);
    expect(timesOf(edits)).toEqual([1, 2.06, 3.4, 4]);
    expect(edits).toEqual({ moved: [{ fromS: 2, toS: 2.06 }], removed: [3], added: [3.4], muted: [] });
    expect(moveMark(edits, markAt(edits, 2.06), 2).moved).toEqual([]);
    expect(timesOf(removeMark(edits, markAt(edits, 3.4)))).toEqual([1, 2.06, 4]);
    expect(timesOf(muteStretch(edits, 2, 3.5))).toEqual([1, 4]);
    expect(onsets.map(({ timeS }) => timeS)).toEqual([1, 2, 3, 4]);
  });

  it('the onsets of a voice are no strokes, unless somebody says so; what was changed by hand stays', () => {
    const spoken = [{ timeS: 2.5, strength: 0.2, confidence: 0.8 }];
    const times = (edits: Edits) => marksOf({ onsets, spoken }, edits).map(({ timeS }) => timeS);
    const moved = moveMark(NO_EDITS, markAt(NO_EDITS, 3), 3.1);
    expect(times(moved)).toEqual([1, 2, 3.1, 4]);
    const counted = { ...moved, countsVoice: true };
    expect(times(counted)).toEqual([1, 2, 2.5, 3.1, 4]);
    expect(strokesFrom({ heard: { onsets, spoken }, edits: counted }, [1, 2.5])).toMatchObject({
      removed: [2, 3, 4],
      added: [],
      countsVoice: true,
    });
  });

  it('a muted stretch is heard again where it is muted once more, and what lies beside it stays muted', () => {
    const muted = muteStretch(NO_EDITS, 1.5, 4.5);
    expect(timesOf(muted)).toEqual([1]);
    expect(timesOf(muteStretch(muted, 2.5, 3.5))).toEqual([1, 3]);
    expect(timesOf(muteStretch(muteStretch(NO_EDITS, 0.5, 1.5), 1.2, 2.5))).toEqual([3, 4]);
  });

  it('they outlive better ears, which hear the same strokes a little elsewhere', () => {
    const better = onsets.map((onset) => ({ ...onset, timeS: onset.timeS + 0.004 }));
    const edits = removeMark(moveMark(NO_EDITS, markAt(NO_EDITS, 2), 2.5), markAt(NO_EDITS, 4));
    expect(marksOf({ onsets: better }, edits).map(({ timeS }) => timeS)).toEqual([1.004, 2.5, 3.004]);
  });

  it('the strokes become those of a list, whatever it holds', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 500 }), { minLength: 1 }), (hundredths) => {
        const times = hundredths.map((n) => n / 100).sort((a, b) => a - b);
        expect(timesOf(strokesFrom({ heard: { onsets }, edits: NO_EDITS }, times))).toEqual(times);
      }),
    );
  });
});
