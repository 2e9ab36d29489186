/**
 * Beats of made-up records, whose truth is known exactly, scored as in the retrieval literature (Davies, Degara and Plumbley 2009). More records, recorded
 * one-shots and a library beside: `npm run bench:beats`.
 */
import { doubled, filledBetween, halved, nearestBeat } from '../beat-map/index.ts';
import { hear } from '../hearing/index.ts';
import { type MadeUpRecord, type RecordFacts, madeUpGroove, madeUpRecord } from '../recordings/index.ts';
import { beatScores, within } from '../testing/beat-scores.ts';
import { type FoundBeats, beatsOf } from './beats-of.ts';
import { OnsetStrengthMaker } from './onset-strength.ts';

/** Half of what records have: twice as quick. */
const RATE = 22_050;

const FORM: RecordFacts['parts'] = [
  { name: 'intro', bars: 2, feel: 'no drums' },
  { name: 'verse', bars: 6 },
  { name: 'bridge', bars: 4, feel: 'half' },
  { name: 'chorus', bars: 6 },
];

/** Records are made, and heard, once each: several tests ask about the same one. */
const heard = new Map<MadeUpRecord, Pick<Parameters<typeof beatsOf>[0], 'strength' | 'onsets'>>();
const records = new Map<string, MadeUpRecord>();

function hearing(made: MadeUpRecord) {
  const before = heard.get(made);
  if (before) return before;
  const { samples, sampleRateHz } = made;
  const strength = new OnsetStrengthMaker(sampleRateHz);
  // In pieces, as a file is read.
  for (let at = 0; at < samples.length; at += 30_011) strength.push(samples.subarray(at, at + 30_011));
  const { onsets } = hear(samples, sampleRateHz, 'struck');
  const now = { strength: strength.end(), onsets };
  heard.set(made, now);
  return now;
}

function found(made: MadeUpRecord, said: { tapsS?: number[]; bpm?: number } = {}): FoundBeats {
  const near = said.bpm === undefined ? undefined : { bpm: said.bpm, octaves: 0.12 };
  return beatsOf({ ...hearing(made), tapsS: said.tapsS, near });
}

function record(facts: Partial<RecordFacts>): MadeUpRecord {
  const all = { bpm: 104, beatsPerBar: 4, parts: FORM, seed: 2, sampleRateHz: RATE, ...facts };
  const key = JSON.stringify(all);
  const made = records.get(key) ?? madeUpRecord(all);
  records.set(key, made);
  return made;
}

const truthOf = ({ beatsS }: MadeUpRecord) => beatsS.slice(0, -1);

it.each<[string, Partial<RecordFacts>]>([
  ['steady', { bpm: 96 }],
  ['with a tempo that wanders by 3 %', { bpm: 118, wanderPercent: 3 }],
  ['12 % faster at its end', { gainsPercent: 12, seed: 6 }],
  ['in three', { bpm: 100, beatsPerBar: 3 }],
  ['at another sampling rate', { bpm: 112, sampleRateHz: 44_100 }],
])('a record %s: continuously right, and nearly all within 20 ms', (_, facts) => {
  const made = record(facts);
  const { map } = found(made);
  const truth = truthOf(made);
  const scores = beatScores(map.beats, truth);
  expect(scores.f).toBeGreaterThan(0.97);
  expect(scores.cmlt).toBeGreaterThan(0.95);
  expect(within(map.beats, truth, 0.02).matched / truth.length).toBeGreaterThanOrEqual(0.93);
});

it('bars of three and of four with their ones, from what is low, strong, and new in harmony', () => {
  for (const [beatsPerBar, bpm] of [
    [4, 96],
    [3, 100],
  ] as const) {
    const made = record({ beatsPerBar, bpm });
    const { map, meterSure } = found(made);
    expect(map.bars[0].beats).toBe(beatsPerBar);
    const one = made.beatsS.filter((_, i) => i % beatsPerBar === 0);
    expect(Math.min(...one.map((timeS) => Math.abs(timeS - map.beats[map.bars[0].beat])))).toBeLessThan(0.05);
    expect(meterSure).toBeGreaterThan(0.2);
  }
});

it('claps, wood and a drum by themselves', () => {
  const facts = {
    bpm: 120,
    beatsPerBar: 4,
    bars: 16,
    seed: 9,
    wanderPercent: 2,
    sampleRateHz: RATE,
  } as const;
  const made = madeUpGroove({ ...facts, sounds: ['drum', 'clap', 'wood'] });
  const { map } = found(made);
  expect(within(map.beats, truthOf(made), 0.02).matched / truthOf(made).length).toBeGreaterThan(0.98);
});

it('twice or half the beat is one correction; a tempo that is said decides it', () => {
  const made = record({ bpm: 168, seed: 4 });
  const truth = truthOf(made);
  const { map } = found(made);
  expect(beatScores(map.beats, truth).amlt).toBeGreaterThan(0.95);
  const said = found(made, { bpm: 168 }).map;
  expect(beatScores(said.beats, truth).cmlt).toBeGreaterThan(0.95);
  const slow = record({ bpm: 72, seed: 3 });
  const slowly = found(slow).map;
  const ratio = slowly.beats.length / truthOf(slow).length;
  const mended = ratio > 1.5 ? halved(slowly) : ratio < 0.7 ? doubled(slowly) : slowly;
  expect(within(mended.beats, truthOf(slow), 0.02).matched / truthOf(slow).length).toBeGreaterThan(0.95);
});

// The desk's limits: a foot rarely taps faster than 180 a minute (common practice, no source).
it('nobody’s foot goes at 208: half of it is the beat, unless the person says otherwise', () => {
  const made = record({ bpm: 208, seed: 4 });
  const perMinute = ({ beats }: { beats: readonly number[] }) =>
    (60 * (beats.length - 1)) / (beats[beats.length - 1] - beats[0]);
  expect(perMinute(found(made).map)).toBeCloseTo(104, 0);
  // Fast as the music is that somebody usually hears.
  const fast = { bpm: 175, octaves: 0.75 };
  expect(perMinute(beatsOf({ ...hearing(made), near: fast }).map)).toBeCloseTo(104, 0);
  expect(perMinute(found(made, { bpm: 208 }).map)).toBeCloseTo(208, 0);
});

it('two bars of nothing are said to be unsure; filled between what is sure they are right', () => {
  const parts: RecordFacts['parts'] = [
    { name: 'first', bars: 8 },
    { name: 'nothing', bars: 2, feel: 'silence' },
    { name: 'second', bars: 8 },
  ];
  const made = record({ bpm: 110, parts, seed: 5, sampleRateHz: 44_100 });
  const { map, unsure } = found(made);
  expect(unsure).toHaveLength(1);
  const silentS = [made.beatsS[32], made.beatsS[40]];
  expect(unsure[0].fromS).toBeGreaterThan(silentS[0] - 0.3);
  expect(unsure[0].toS).toBeLessThan(silentS[1] + 0.3);
  const mended = filledBetween(
    map,
    nearestBeat(map, unsure[0].fromS) - 1,
    nearestBeat(map, unsure[0].toS) + 1,
  );
  const truth = truthOf(made);
  expect(within(mended.beats, truth, 0.02).matched / truth.length).toBeGreaterThanOrEqual(0.98);
});

it('where a foot taps, the taps lead: on the off-beats too, and over what was left out', () => {
  const made = record({ bpm: 104 });
  const truth = truthOf(made);
  const off = truth.slice(0, -1).map((timeS, i) => (timeS + truth[i + 1]) / 2);
  const shaky = (timeS: number, i: number) => timeS + 0.02 * Math.sin(5 * i);
  const onBeat = found(made, { tapsS: truth.map(shaky).filter((_, i) => i % 7 !== 3) }).map;
  expect(within(onBeat.beats, truth, 0.02).matched / truth.length).toBeGreaterThan(0.93);
  const offBeat = found(made, { tapsS: off.map(shaky) }).map;
  expect(within(offBeat.beats, off, 0.03).matched / off.length).toBeGreaterThan(0.9);
  expect(within(offBeat.beats, truth, 0.03).matched / truth.length).toBeLessThan(0.1);
});

it('of silence it says so', () => {
  const silence = { samples: new Float32Array(44_100 * 5), sampleRateHz: 44_100, beatsS: [], parts: [] };
  expect(() => found(silence)).toThrow(/No beats can be found/);
});
