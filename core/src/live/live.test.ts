import { hear } from '../hearing/index.ts';
import { compile, withTempo } from '../plan/index.ts';
import { STEADY_PLAYER, playedStrokes, recordingOf, type StrokeKind } from '../players/index.ts';
import { type RecordingFacts, simulatedRecording } from '../recordings/index.ts';
import { plan as testPlan, withCountIn } from '../testing/plans.ts';
import { tempo } from '../time/index.ts';
import { scored } from '../testing/scored.ts';
import { LevelMeter, LiveHearing, hearTake, levelTrouble, roundTrip } from './index.ts';

const PLAN = withCountIn(testPlan({ bars: 10, silence: { bars: 'xxooxxooxx' } }), 1);
const TIMELINE = compile(PLAN);
const RATE = 48_000;
/** As an audio thread gives it. */
const BLOCK = 1024;

/** The microphone was opened `openS` before time zero; what the loudspeaker gives comes back `delayS` later. */
function listened(
  facts: Partial<RecordingFacts>,
  { openS = 1.2, delayS = 0.087, kind = null as null | 'struck' } = {},
) {
  const recorded = simulatedRecording(PLAN, {
    traits: STEADY_PLAYER,
    seed: 3,
    sound: 'clap',
    startS: openS + delayS,
    ...facts,
  });
  const live = new LiveHearing(RATE, kind, TIMELINE);
  const found: number[] = [];
  const lateS: number[] = [];
  const { samples } = recorded;
  for (let at = 0; at < samples.length; at += BLOCK) {
    // When time zero is, is known a moment before.
    if (at === 40 * BLOCK) live.begin(Math.round(openS * RATE));
    for (const { timeS } of live.push(samples.subarray(at, at + BLOCK))) {
      found.push(timeS);
      lateS.push((at + BLOCK) / RATE - timeS);
    }
  }
  for (const { timeS } of live.end()) found.push(timeS);
  // Before enough clicks agreed they cannot be told from strokes: that is over with the count-in.
  const played = found.filter((timeS) => timeS > recorded.onsetsS[0] - 0.1);
  return { live, recorded, found, played, lateS, ...scored(played, recorded.onsetsS, 0.01) };
}

it('without clicks in the microphone it hears what the same samples as a file give, sample for sample', () => {
  const { found, live, recorded } = listened({});
  const { onsets } = hear(recorded.samples, RATE);
  expect(found).toEqual(onsets.map(({ timeS }) => timeS));
  expect(live.delayS).toBeNull();
  expect(live.clicksHeard).toBe(0);
});

it('takes no microphone that wakes up for a stroke', () => {
  const room = recordingOf([], 'clap', { noiseDb: -50, tailS: 2 });
  // Silence first, as devices give it, then the room.
  const waking = room.map((value, i) => (i < 0.08 * RATE ? 0 : value));
  const live = new LiveHearing(RATE, 'struck');
  expect([...live.push(waking), ...live.end()]).toEqual([]);
  expect(hear(waking, RATE, 'struck').onsets.length).toBeGreaterThan(0);
});

it('tells of a stroke soon after it, once the kind is known and whether our clicks are heard', () => {
  const { lateS } = listened({}, { kind: 'struck' });
  // Two clicks after the count-in it is clear that none are.
  expect(Math.max(...lateS.slice(4))).toBeLessThan(0.05 + BLOCK / RATE);
});

describe('our own clicks from a loudspeaker', () => {
  const cases: [StrokeKind, number, number][] = [
    ['clap', -20, 0.012],
    ['clap', -6, 0.087],
    ['drum', -14, 0.31],
    ['muted', -14, 0.2],
  ];
  it.each(cases)(
    '%s, clicks at %d dB, %d s on the way: the delay is found, no click counts',
    (sound, clicksDb, delayS) => {
      const { live, missed, extra } = listened({ sound, clicksDb }, { delayS });
      expect(Math.abs(live.delayS! - delayS)).toBeLessThan(0.000_05);
      expect({ missed, extra }).toEqual({ missed: 0, extra: 0 });
    },
  );

  it.each([0.047, 0.31])(
    'at a tempo whose beat is shorter than the longest delay, %d s on the way',
    (delayS) => {
      const fast = withCountIn(
        testPlan({ bars: 12, tempo: { bpm: 240, beat: '1/4' }, silence: { bars: 'xxooxxooxxoo' } }),
        2,
      );
      const { samples } = simulatedRecording(fast, {
        traits: STEADY_PLAYER,
        seed: 5,
        sound: 'clap',
        clicksDb: -14,
        startS: 0.3 + delayS,
      });
      const live = new LiveHearing(RATE, 'struck', compile(fast));
      live.begin(Math.round(0.3 * RATE));
      live.push(samples);
      expect(Math.abs(live.delayS! - delayS)).toBeLessThan(0.000_05);
    },
  );

  it('claims no delay where somebody else’s clicks sound, at another tempo', () => {
    const other = compile(withCountIn(testPlan({ bars: 10, tempo: { bpm: 97, beat: '1/4' } }), 1));
    const { samples } = simulatedRecording(PLAN, {
      traits: STEADY_PLAYER,
      seed: 4,
      sound: 'wood',
      clicksDb: -6,
    });
    const live = new LiveHearing(RATE, 'struck', other);
    live.begin(RATE);
    live.push(samples);
    live.end();
    expect(live.delayS).toBeNull();
  });
});

it('heard once more, a take agrees with what was heard live to a tenth of a millisecond', async () => {
  const { played, recorded } = listened({ clicksDb: -14 });
  const { samples } = recorded;
  const source = {
    sampleRateHz: RATE,
    durationS: samples.length / RATE,
    async *open() {
      yield samples;
    },
  };
  const again = await hearTake(source, { timeline: TIMELINE, kind: null, zeroS: 1.2, delayS: 0.087 });
  expect(Math.abs(again.delayS! - 0.087)).toBeLessThan(0.000_05);
  const times = again.strokes.map(({ timeS }) => timeS + 1.2);
  const off = played.map((timeS) => Math.min(...times.map((time) => Math.abs(time - timeS))));
  // A stroke in the shadow of a click may be told from it the one way and not the other.
  const agreeing = off.filter((seconds) => seconds < 0.0001);
  expect(agreeing.length).toBeGreaterThanOrEqual(played.length - 1);
  expect(Math.abs(times.length - played.length)).toBeLessThanOrEqual(1);
});

it('a loudspeaker that wakes up late, and gives nothing of the count-in, is heard all the same', async () => {
  // Eight fast bars, clapped onto the clicks: few of these stand alone.
  const fast = withTempo(
    withCountIn(testPlan({ bars: 8, silence: { bars: 'xxoxxxxo' } }), 1),
    tempo(300, '1/4'),
  );
  const timeline = compile(fast);
  const [zeroS, delayS] = [0.6, 0.047];
  const { samples } = simulatedRecording(fast, {
    traits: { ...STEADY_PLAYER, tempoPercent: 1.8 },
    seed: 5,
    sound: 'clap',
    startS: zeroS + delayS,
    clicksDb: -14,
    noiseDb: -58,
  });
  const swallowed = samples.map((value, i) => (i < (zeroS + 0.6) * RATE ? 0 : value));
  const source = {
    sampleRateHz: RATE,
    durationS: swallowed.length / RATE,
    async *open() {
      yield swallowed;
    },
  };
  const live = new LiveHearing(RATE, null, timeline);
  live.begin(Math.round(zeroS * RATE));
  live.push(swallowed);
  expect(Math.abs(live.delayS! - delayS)).toBeLessThan(0.000_05);
  const again = await hearTake(source, { timeline, kind: null, zeroS, delayS: live.delayS });
  expect(Math.abs(again.delayS! - delayS)).toBeLessThan(0.000_05);
});

describe('the way round', () => {
  const STEADY = compile(testPlan({ bars: 4 }));
  const around = (facts: Partial<RecordingFacts>, delayS: number, seed: number) => {
    const { samples } = simulatedRecording(testPlan({ bars: 4 }), {
      // Nobody plays.
      traits: { ...STEADY_PLAYER, missChance: 1 },
      sound: 'clap',
      seed,
      startS: 0.5 + delayS,
      ...facts,
    });
    return roundTrip(samples, RATE, STEADY, 0.5 * RATE);
  };

  it('is found to a twentieth of a millisecond, between samples too', () => {
    const cases = [
      [0.0042, -30],
      [0.123_456, -6],
      [0.4, -20],
    ];
    for (const [delayS, clicksDb] of cases) {
      const { ms, ci95 } = around({ clicksDb }, delayS, 8) as { ms: number; ci95: [number, number] };
      expect(Math.abs(ms - 1000 * delayS)).toBeLessThan(0.05);
      expect(ci95[1] - ci95[0]).toBeLessThan(0.1);
    }
  });

  it('says that nothing was heard, of a room in which nothing sounds', () => {
    expect(around({ clicksDb: null }, 0.05, 9)).toEqual({ ms: null, why: 'unheard' });
  });
});

describe('levels', () => {
  const measured = (samples: Float32Array) => {
    const meter = new LevelMeter(RATE);
    meter.push(samples);
    return meter.levels;
  };

  it('are those of a sine: 3 dB under its peak', () => {
    const sine = Float32Array.from(
      { length: RATE },
      (_, i) => 0.5 * Math.sin((2 * Math.PI * 440 * i) / RATE),
    );
    const { levelDb, peakDb, roomDb } = measured(sine);
    expect(peakDb).toBeCloseTo(-6.02, 1);
    expect(levelDb).toBeCloseTo(-9.03, 1);
    expect(roomDb).toBeCloseTo(-9.03, 1);
  });

  it('name what is wrong', () => {
    const claps = recordingOf(playedStrokes(8, 0.5, 1), 'clap');
    const scaled = (gain: number) => claps.map((value) => Math.max(-1, Math.min(1, gain * value)));
    expect(levelTrouble(measured(claps), [-12, -10, -9])).toBeNull();
    expect(levelTrouble(measured(scaled(20)), [0])).toBe('clipping');
    expect(levelTrouble(measured(scaled(0)), [])).toBe('dead');
    expect(levelTrouble(measured(scaled(0.01)), [-50, -52])).toBe('soft');
    expect(levelTrouble({ ...measured(claps), roomDb: -30 }, [-12, -10, -9])).toBe('noisy');
    // A constant that the sound card adds is no noise.
    expect(levelTrouble(measured(claps.map((value) => value + 0.03)), [-12, -10, -9])).toBeNull();
  });
});
