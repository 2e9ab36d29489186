import { type StrokeKind, recordingOf } from '../players/index.ts';
import { DoubleClap, LevelMeter, LiveHearing } from './index.ts';

const RATE = 48_000;
const BLOCK = 1200;

/** When the signal was taken, of claps at these moments in a room; through the ears, as a microphone gives it. */
function signals(
  claps: readonly { timeS: number; db?: number }[],
  { sound = 'clap' as StrokeKind, noiseDb = -60 } = {},
): number[] {
  const samples = recordingOf(
    claps.map(({ timeS, db = -3 }) => ({ timeS, db })),
    sound,
    { noiseDb, tailS: 2 },
  );
  const hearing = new LiveHearing(RATE, 'struck');
  const meter = new LevelMeter(RATE);
  const clap = new DoubleClap();
  const taken: number[] = [];
  for (let at = 0; at < samples.length; at += BLOCK) {
    const piece = samples.subarray(at, at + BLOCK);
    meter.push(piece);
    if (clap.push(hearing.push(piece), hearing.heardS, meter.levels.roomDb)) taken.push(hearing.heardS);
  }
  return taken;
}
const at = (...times: number[]) => times.map((timeS) => ({ timeS }));

describe('a loud double clap', () => {
  it.each([0.15, 0.25, 0.4, 0.48])('%d s apart is one signal, soon after', (apartS) => {
    const taken = signals(at(2, 2 + apartS));
    expect(taken).toHaveLength(1);
    expect(taken[0]).toBeGreaterThan(2 + apartS);
    expect(taken[0]).toBeLessThan(2 + apartS + 0.9);
  });

  it('twice is two signals', () => expect(signals(at(2, 2.3, 5, 5.3))).toHaveLength(2));

  it('strokes that come late and all at once tell the same, with when it was', () => {
    const loud = (timeS: number) => ({ timeS, strength: 0.5 });
    const clap = new DoubleClap();
    expect(clap.push([], 3, -60)).toBeNull();
    const clapped = clap.push([1, 1.6, 2.2, 4, 4.25, 6, 6.6, 7.2].map(loud), 7.3, -60);
    expect(clapped).toEqual({ firstS: 4, secondS: 4.25 });
    expect(clap.push([], 9, -60)).toBeNull();
    expect(new DoubleClap().push([1, 4, 4.25, 4.8].map(loud), 9, -60)).toBeNull();
  });

  it('in a noisy room too', () => expect(signals(at(3, 3.3), { noiseDb: -42 })).toHaveLength(1));

  it.each([
    ['one clap', at(2)],
    ['three', at(2, 2.3, 2.6)],
    ['two far apart', at(2, 2.8)],
    ['two very close together, as of two people', at(2, 2.08)],
    ['a bar of quarters', at(2, 2.5, 3, 3.5, 4, 4.5, 5, 5.5)],
    ['eighths', at(2, 2.3, 2.6, 2.9, 3.2, 3.5, 3.8)],
    ['two soft ones', at(2, 2.3).map((clap) => ({ ...clap, db: -36 }))],
    [
      'a loud one and its echo',
      [
        { timeS: 2, db: -3 },
        { timeS: 2.3, db: -18 },
      ],
    ],
    ['nothing', []],
  ])('%s: no signal', (_, claps) => expect(signals(claps)).toEqual([]));
});
