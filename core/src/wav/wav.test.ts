import { WaveFile } from 'wavefile';
import { compile } from '../plan/index.ts';
import { render } from '../sound/index.ts';
import { plan, withCountIn } from '../testing/plans.ts';
import { WAV_BITS, WAV_RATES, type WavForm, startOfPlay, wavHeader, wavPieces } from './index.ts';

const TIMELINE = compile(
  withCountIn(plan({ bars: 2, tempo: { bpm: 97, beat: '1/4' }, clicks: [{ every: '1/12' }] })),
);
const WHOLE = { fromS: 0, toS: TIMELINE.endS };

function fileOf(form: WavForm, range = WHOLE): Buffer {
  return Buffer.concat([...wavPieces(TIMELINE, form, range)].map(({ bytes }) => bytes));
}

describe.each(WAV_RATES.flatMap((sampleRateHz) => WAV_BITS.map((bits) => ({ sampleRateHz, bits }))))(
  'WAV at %j, read by an independent reader (wavefile)',
  (form) => {
    it('holds the core’s own samples to half a step, so every click lies on its sample', () => {
      const wav = new WaveFile(fileOf(form));
      expect(wav.fmt).toMatchObject({
        audioFormat: 1,
        numChannels: 1,
        sampleRate: form.sampleRateHz,
        bitsPerSample: form.bits,
      });
      const read = wav.getSamples(false, Int32Array) as unknown as Int32Array;
      const wanted = render(TIMELINE, form.sampleRateHz, { toS: TIMELINE.endS + 1 });
      expect(read.length).toBe(wanted.length);
      const full = 2 ** (form.bits - 1) - 1;
      const worst = wanted.reduce((max, v, i) => Math.max(max, Math.abs(v * full - read[i])), 0);
      expect(worst).toBeLessThanOrEqual(0.501);
    });
  },
);

it('without the count-in begins with the first bar', () => {
  const fromS = startOfPlay(TIMELINE);
  const form = { sampleRateHz: 48_000, bits: 16 } as const;
  const wav = new WaveFile(fileOf(form, { fromS, toS: TIMELINE.endS }));
  const read = wav.getSamples(false, Int32Array) as unknown as Int32Array;
  const wanted = render(TIMELINE, 48_000, { fromS, toS: TIMELINE.endS + 1 });
  expect(read.length).toBe(wanted.length);
  expect(read[0]).toBe(Math.round(wanted[0] * 32_767));
});

it('says how far it is, in pieces that do not grow with the length', () => {
  const hour = compile(plan({ bars: 900, tempo: { bpm: 60, beat: '1/4' } }));
  let most = 0;
  let done = 0;
  let pieces = 0;
  for (const piece of wavPieces(hour, { sampleRateHz: 48_000, bits: 24 }, { fromS: 0, toS: 60 })) {
    most = Math.max(most, piece.bytes.length);
    expect(piece.done).toBeGreaterThanOrEqual(done);
    done = piece.done;
    pieces++;
  }
  expect(done).toBe(1);
  expect(pieces).toBeGreaterThan(40);
  expect(most).toBeLessThan(300_000);
});

it('refuses what its header cannot say', () => {
  expect(() => wavHeader(2 ** 31, { sampleRateHz: 48_000, bits: 24 })).toThrow(
    /at most 4 GB: export a shorter part/,
  );
});
