import type { TempoCurve } from '../free/index.ts';
import { freeSentences } from './free-words.ts';
import { clock } from './numbers.ts';

const curve: TempoCurve = {
  beats: [],
  tempo: { bpm: 100.04, ci95: [99.2, 100.9] },
  driftPercentPerMinute: 1.2,
  ci95: [0.6, 1.8],
  verdict: 'speeding up',
  changes: [{ fromS: 12, toS: 65, percent: -3.21, ci95: [-4, -2] }],
  steadiness: { clockSdMs: 11.6, motorSdMs: 5.2 },
};

it('what free playing was like, in sentences', () => {
  expect(freeSentences(curve, 'quarter')).toEqual([
    'You get faster: 1.2 % a minute (between +0.6 and +1.8), around quarter = 100.0.',
    'The whole lies at quarter = 99.2 to 100.9.',
    'From 0:12 to 1:05 you get 3.2 % slower.',
    'Unsteadiness: the pulse itself 12 ms a beat, the stroke 5 ms.',
  ]);
  expect(freeSentences({ ...curve, verdict: 'steady', ci95: [-0.8, 0.4] }, 'half')[0]).toBe(
    'You hold half = 100.0: any drift is under 0.8 % a minute.',
  );
  expect(freeSentences({ ...curve, verdict: 'steady', ci95: [-0.01, 0.02] }, 'half')[0]).toMatch(
    /under 0\.1 %/,
  );
  expect(freeSentences({ ...curve, verdict: 'unclear', ci95: [-2, 3] }, 'quarter')[0]).toBe(
    'Quarter = 100.0; whether you get faster or slower is not clear yet (between −2.0 and +3.0 % a minute).',
  );
  expect(freeSentences({ ...curve, tempo: null }, 'quarter')).toEqual([
    'Too little to say: 0 beats. Nine or more tell a tempo.',
  ]);
});

it('times are minutes and seconds', () => {
  expect([0, 59.4, 59.6, 605].map(clock)).toEqual(['0:00', '0:59', '1:00', '10:05']);
});
