import { chance } from '../../players/index.ts';
import { attackNear } from './attack.ts';

const RATE = 44_100;
const AT = 11_000;
const sampleOf = (timeS: number) => AT + Math.round(timeS * RATE);

interface Burst {
  /** From the loudest one on. */
  fromS: number;
  level: number;
  halvesInS: number;
}

const LOUDEST: Burst = { fromS: 0, level: 0.5, halvesInS: 0.02 };

/** Noise of a room, in which these are bursts of noise. */
function sound(bursts: readonly Burst[], room = 0.0005): Float32Array {
  const random = chance(12);
  const samples = Float32Array.from({ length: 2 ** 14 }, () => room * (2 * random() - 1));
  for (const { fromS, level, halvesInS } of bursts) {
    const first = sampleOf(fromS);
    // The first sample of each is as loud as any.
    samples[first] += level;
    for (let i = first + 1; i < samples.length; i++)
      samples[i] += level * (2 * random() - 1) * 2 ** (-(i - first) / RATE / halvesInS);
  }
  return samples;
}
const attackOf = (samples: Float32Array) => attackNear(samples, samples.length, AT + 100, RATE)!;

it('begins to the sample, however loud the room', () => {
  for (const room of [0.0005, 0.01]) {
    const { sample, foot, level, riseDb } = attackOf(sound([LOUDEST], room));
    expect([sample, foot]).toEqual([AT, AT]);
    expect(level).toBeCloseTo(0.5, 1);
    expect(riseDb).toBeGreaterThan(20);
  }
});

it.each([
  [0.003, 0.003],
  [0.008, 0.008],
  [0.019, 0.019],
  // A gap of 3 ms lies between.
  [0.006, 0.002],
])('what leads to it by %d s is its beginning', (byS, halvesInS) => {
  const lead = { fromS: -byS, level: 0.1, halvesInS };
  const { sample, foot } = attackOf(sound([lead, LOUDEST]));
  expect(sample).toBe(sampleOf(-byS));
  expect(foot).toBe(AT);
});

it.each([
  ['is too soft beside it', [{ fromS: -0.004, level: 0.03, halvesInS: 0.02 }], 0.0005],
  ['lies too far before it', [{ fromS: -0.024, level: 0.1, halvesInS: 0.024 }], 0.0005],
  ['is over before it comes', [{ fromS: -0.012, level: 0.1, halvesInS: 0.0005 }], 0.0005],
  ['the room is nearly as loud as', [{ fromS: -0.01, level: 0.05, halvesInS: 0.003 }], 0.03],
  ['rings already', [{ fromS: -0.1, level: 0.2, halvesInS: 0.05 }], 0.0005],
])('what %s is not', (_, before, room) => {
  const { sample, foot } = attackOf(sound([...before, LOUDEST], room));
  expect([sample, foot]).toEqual([AT, AT]);
});

it('nothing is told where next to nothing has been heard', () =>
  expect(attackNear(new Float32Array(1024), 100, 50, RATE)).toBeNull());
