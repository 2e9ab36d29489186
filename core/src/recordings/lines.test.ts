/** A MIDI file whose tracks are lines of their own, from its strokes to the reading. */
import { compile } from '../plan/index.ts';
import { plan } from '../testing/plans.ts';
import { measureTake } from '../take/index.ts';
import {
  type PlayedToPlan,
  type Recording,
  asOneLine,
  marksOf,
  moveMark,
  recordingOfMidi,
  removeMark,
  strokesFrom,
  takeOfRecording,
} from './index.ts';

const FOOT_LATE_S = 0.012;
const TAKE = '3f0f6f4e-9d5a-4d2c-8a35-0c8f0d6b1a01';
const ofLines = (lines: number) =>
  plan({ bars: 8, play: ['hand', 'foot'].slice(0, lines).map((voice) => ({ every: '1/4', voice })) });
const beats = compile(ofLines(1)).targets.map(({ timeS }) => timeS);

function recordingOf(strokes: { timeS: number; strength: number; line?: number }[]): Recording {
  return recordingOfMidi(
    { strokes, durationS: beats.at(-1)! + 1, parts: ['Hand, channel 1', 'Foot, channel 2'] },
    { id: TAKE, name: 'two.mid', playerId: null, recordedAt: '2026-05-04T18:20:00.000Z' },
  );
}
const two = recordingOf(
  beats.flatMap((timeS) => [
    { timeS, strength: 0.5, line: 0 },
    { timeS: timeS + FOOT_LATE_S, strength: 0.9, line: 1 },
  ]),
);

function takeTo(recording: Recording, lines: number) {
  const played: PlayedToPlan = {
    to: 'plan',
    plan: ofLines(lines),
    planId: null,
    startS: 0,
    clockPpm: 0,
    foundBy: 'hand',
    sure: true,
  };
  return takeOfRecording({ ...recording, played }, TAKE);
}

it('each track plays the line of the plan that stands at its place: the spread of the limbs is read', () => {
  const { unison, counts } = measureTake(takeTo(two, 2)).report;
  expect(counts).toMatchObject({ targets: 64, missed: 0, extra: 0 });
  expect(unison).toMatchObject({ n: 32, leads: 'hand' });
  expect(unison.meanSpreadMs).toBeCloseTo(1000 * FOOT_LATE_S, 3);
});

it('to a plan of one line, strokes that come together are one: as early as the first, as strong as the strongest', () => {
  const take = takeTo(two, 1);
  expect(take.hits).toHaveLength(beats.length);
  expect(take.hits[3]).toEqual({ timeS: expect.closeTo(beats[3], 6), strength: 0.9 });
  expect(measureTake(take).report.counts).toMatchObject({ missed: 0, extra: 0 });
});

it('strokes of one line are never joined, nor are those of two that lie further apart', () => {
  const marks = [
    { timeS: 0, line: 0 },
    { timeS: 0.02, line: 0 },
    { timeS: 0.03, line: 1 },
    { timeS: 0.06, line: 0 },
  ];
  expect(asOneLine(marks).map(({ timeS }) => timeS)).toEqual([0, 0.02, 0.06]);
});

it('two strokes at one moment are changed each by itself', () => {
  const { heard, edits } = recordingOf([
    { timeS: 1, strength: 0.5, line: 0 },
    { timeS: 1, strength: 0.5, line: 1 },
  ]);
  const [hand, foot] = marksOf(heard, edits);
  expect([hand.line, foot.line]).toEqual([0, 1]);
  expect(foot.timeS - hand.timeS).toBeCloseTo(1e-6, 12);
  const moved = moveMark(moveMark(edits, hand, 1.004), foot, 1.003);
  expect(marksOf(heard, moved).map(({ timeS, line }) => [timeS, line])).toEqual([
    [1.003, 1],
    [1.004, 0],
  ]);
  expect(marksOf(heard, removeMark(moved, foot)).map(({ line }) => line)).toEqual([0]);
  // A list that another program has written, to the microsecond.
  expect(marksOf(heard, strokesFrom({ heard, edits }, [1, 1.000001])).map(({ line }) => line)).toEqual([
    0, 1,
  ]);
});
