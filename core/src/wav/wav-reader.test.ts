import fc from 'fast-check';
import { WaveFile } from 'wavefile';
import { WavProblem, WavReader, type WavSide } from './index.ts';

const RATE = 48_000;
/** A slow sine on the left, its half on the right. */
const left = (n: number) => Math.sin(n / 7) * 0.8;
const sines = (frames: number, channels: number) =>
  Array.from({ length: channels }, (_, channel) =>
    Float64Array.from({ length: frames }, (_, n) => left(n) / (channel + 1)),
  );

const DEPTHS = ['8', '16', '24', '32', '32f', '64'] as const;

/** By an independent writer (wavefile). */
function fileOf(
  depth: (typeof DEPTHS)[number],
  { channels = 1, frames = 500, rate = RATE, rf64 = false } = {},
): Uint8Array {
  const float = depth === '32f' || depth === '64';
  const full = float ? 1 : 2 ** (Number(depth) - 1) - 1;
  const scaled = sines(frames, channels).map((line) =>
    line.map((value) => (float ? value : Math.round(value * full) + (depth === '8' ? 128 : 0))),
  );
  const wav = new WaveFile();
  wav.fromScratch(channels, rate, depth, (channels === 1 ? scaled[0] : scaled) as never, {
    container: rf64 ? 'RF64' : 'RIFF',
  });
  return wav.toBuffer();
}

function read(bytes: Uint8Array, { step = bytes.length, side = 'mix' as WavSide } = {}) {
  const reader = new WavReader(side);
  const samples: number[] = [];
  for (let at = 0; at < bytes.length; at += Math.max(1, step))
    samples.push(...reader.push(bytes.subarray(at, at + Math.max(1, step))));
  reader.end();
  return { samples, reader };
}
const worst = (samples: number[], wanted: (n: number) => number) =>
  samples.reduce((most, value, n) => Math.max(most, Math.abs(value - wanted(n))), 0);

describe('files of an independent writer', () => {
  it.each(DEPTHS)('of %s bits are read to half a step', (depth) => {
    const { samples, reader } = read(fileOf(depth));
    expect(reader.format).toMatchObject({
      sampleRateHz: RATE,
      channels: 1,
      float: depth === '32f' || depth === '64',
    });
    expect(samples).toHaveLength(500);
    expect(worst(samples, left)).toBeLessThan(depth === '8' ? 1.2e-2 : depth === '16' ? 5e-5 : 1e-6);
  });

  it.each([1, 2, 3, 6])('of %i channels are mixed', (channels) => {
    const mean =
      Array.from({ length: channels }, (_, i) => 1 / (i + 1)).reduce((a, b) => a + b, 0) / channels;
    expect(worst(read(fileOf('24', { channels })).samples, (n) => mean * left(n))).toBeLessThan(1e-6);
  });

  it('one side alone is taken where it is asked for', () => {
    const stereo = fileOf('24', { channels: 2 });
    expect(worst(read(stereo, { side: 'left' }).samples, left)).toBeLessThan(1e-6);
    expect(worst(read(stereo, { side: 'right' }).samples, (n) => left(n) / 2)).toBeLessThan(1e-6);
  });

  it.each([8000, 192_000])('at %i samples a second', (rate) =>
    expect(read(fileOf('16', { rate })).reader.format?.sampleRateHz).toBe(rate),
  );

  it('RF64, whose sizes stand in a part of their own', () => {
    expect(
      worst(read(fileOf('16', { channels: 2, rf64: true }), { side: 'left' }).samples, left),
    ).toBeLessThan(5e-5);
  });

  it('come to the same in whatever pieces they arrive', () => {
    const file = fileOf('24', { channels: 2 });
    const whole = read(file).samples;
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 700 }), (step) =>
        expect(read(file, { step }).samples).toEqual(whole),
      ),
      { numRuns: 40 },
    );
  });

  it.each(['mix', 'left', 'right'] as const)('a long piece comes to the same as short ones (%s)', (side) => {
    const file = fileOf('24', { channels: 2, frames: 10_000 });
    const { samples } = read(file, { side });
    expect(samples).toHaveLength(10_000);
    expect(samples).toEqual(read(file, { side, step: 6000 }).samples);
  });
});

describe('headers that lie', () => {
  const parts = (file: Uint8Array) => ({
    head: file.slice(0, 12),
    format: file.slice(12, 36),
    sound: file.slice(36),
  });
  const sized = (file: Uint8Array, size: number) => {
    const copy = file.slice();
    new DataView(copy.buffer).setUint32(40, size, true);
    return copy;
  };

  it('a size of 0, or far too large, as a recorder leaves it that was unplugged: all there is is read', () => {
    const file = fileOf('16');
    for (const size of [0, 0xffff_ffff, 0x7fff_fff0])
      expect(read(sized(file, size)).samples).toHaveLength(500);
  });

  it('a size that is too small: what follows is no chunk, so it is sound', () => {
    const file = fileOf('16');
    expect(read(sized(file, 200)).samples.length).toBeGreaterThan(495);
  });

  it('the sound before its description, with other things between', () => {
    const { head, format, sound } = parts(fileOf('16'));
    const list = Uint8Array.from([...'LIST'].map((c) => c.charCodeAt(0)).concat([3, 0, 0, 0, 1, 2, 3, 0]));
    const turned = Uint8Array.from([...head, ...list, ...sound, ...list, ...format]);
    expect(worst(read(turned, { step: 77 }).samples, left)).toBeLessThan(5e-5);
  });

  it('broken off anywhere: what came is read, or it is said why not', () => {
    const file = fileOf('24', { channels: 2 });
    fc.assert(
      fc.property(fc.integer({ min: 0, max: file.length }), (length) => {
        try {
          const { samples } = read(file.subarray(0, length));
          expect(samples.length).toBeLessThanOrEqual(500);
        } catch (problem) {
          expect(problem).toBeInstanceOf(WavProblem);
        }
      }),
    );
  });
});

describe('what is no sound', () => {
  it.each([
    ['nothing', new Uint8Array(0), /empty/],
    [
      'a JPEG',
      Uint8Array.from([0xff, 0xd8, 0xff, 0xe0, ...new Array(40).fill(7)]),
      /no WAV file, whatever its name/,
    ],
    ['a compressed file', changed((bytes) => bytes.setUint16(20, 85, true)), /compressed \(kind 85\)/],
    ['20 bits', changed((bytes) => bytes.setUint16(34, 20, true)), /20 bits/],
    ['no channels', changed((bytes) => bytes.setUint16(22, 0, true)), /0 channels/],
    ['a rate of 4', changed((bytes) => bytes.setUint32(24, 4, true)), /4 samples a second/],
    ['only a head', fileOf('16').slice(0, 12), /does not say how/],
    ['no sound', fileOf('16').slice(0, 36), /holds no sound/],
  ])('%s is refused with the reason', (_, bytes, reason) => {
    expect(() => read(bytes)).toThrow(reason);
    expect(() => read(bytes)).toThrow(WavProblem);
  });

  it('random bytes, and files with bytes broken, never do anything else; nothing is ever more than came', () => {
    const file = fileOf('16', { channels: 2, frames: 60 });
    const broken = fc.array(fc.tuple(fc.nat(file.length - 1), fc.nat(255)), { maxLength: 6 }).map((edits) => {
      const copy = file.slice();
      for (const [at, value] of edits) copy[at] = value;
      return copy;
    });
    fc.assert(
      fc.property(fc.oneof(broken, fc.uint8Array({ maxLength: 400 })), (bytes) => {
        try {
          const { samples } = read(bytes, { step: 61 });
          expect(samples.length).toBeLessThanOrEqual(bytes.length);
          expect(samples.every((value) => Number.isFinite(value))).toBe(true);
        } catch (problem) {
          expect(problem).toBeInstanceOf(WavProblem);
        }
      }),
      { numRuns: 400 },
    );
  });

  it('a sample that is no number is silence, and counted', () => {
    const file = fileOf('32f');
    new DataView(file.buffer, file.byteOffset).setFloat32(file.length - 4, NaN, true);
    const { samples, reader } = read(file);
    expect([samples.at(-1), reader.broken]).toEqual([0, 1]);
  });

  it.each([
    ['64', 1e300],
    ['32f', -3e38],
  ] as const)('nor is one of %s bits that says %d, which nothing is as loud as', (depth, value) => {
    const file = fileOf(depth);
    const bytes = new DataView(file.buffer, file.byteOffset);
    if (depth === '64') bytes.setFloat64(file.length - 8, value, true);
    else bytes.setFloat32(file.length - 4, value, true);
    const { samples, reader } = read(file);
    expect([samples.at(-1), reader.broken]).toEqual([0, 1]);
  });

  it('one that is written on the scale of whole numbers is as loud as it says', () => {
    const file = fileOf('32f');
    new DataView(file.buffer, file.byteOffset).setFloat32(file.length - 4, 2 ** 31, true);
    const { samples, reader } = read(file);
    expect([samples.at(-1), reader.broken]).toEqual([2 ** 31, 0]);
  });
});

function changed(change: (bytes: DataView) => void): Uint8Array {
  const file = fileOf('16').slice();
  change(new DataView(file.buffer));
  return file;
}
