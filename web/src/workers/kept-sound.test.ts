import { WavReader } from '@feldspar/core/wav';
import { KeptSound } from './kept-sound.ts';

/** The least that a recording may have. */
const RATE = 8000;
const sine = (length: number) => Float32Array.from({ length }, (_, i) => 0.9 * Math.sin(i / 7));

/** jsdom's blobs are read by its reader of files only. */
function bytesOf(blob: Blob): Promise<ArrayBuffer> {
  return new Promise((resolve) => {
    const reader = new FileReader();
    reader.onload = () => resolve(reader.result as ArrayBuffer);
    reader.readAsArrayBuffer(blob);
  });
}

async function read(kept: KeptSound): Promise<number[]> {
  const all: number[] = [];
  for await (const piece of kept.open()) all.push(...piece);
  return all;
}

it('gives back what it was given, over its pieces too, to half a step of 16 bits', async () => {
  const kept = new KeptSound(RATE);
  const samples = sine(45_733);
  for (let at = 0; at < samples.length; at += 128) kept.push(samples.subarray(at, at + 128));
  const back = await read(kept);
  expect(back).toHaveLength(samples.length);
  expect(Math.max(...back.map((value, i) => Math.abs(value - samples[i])))).toBeLessThanOrEqual(
    0.5 / 32768 + 1e-9,
  );
  expect([...kept.all()]).toEqual(back);
  expect(kept.durationS).toBeCloseTo(45_733 / RATE, 9);
  expect(kept.isWhole).toBe(true);
});

it('is a WAV file that our own reader reads sample for sample', async () => {
  const kept = new KeptSound(RATE);
  kept.push(sine(45_733));
  const file = await bytesOf(kept.wav());
  const reader = new WavReader();
  const read = reader.push(new Uint8Array(file));
  reader.end();
  expect(reader.format).toMatchObject({ sampleRateHz: RATE, channels: 1, bits: 16 });
  expect([...read]).toEqual([...kept.all()]);
});

it('what is louder than full level is full level', async () => {
  const kept = new KeptSound(RATE);
  kept.push(Float32Array.of(1.5, -1.5, 1, -1));
  expect(await read(kept)).toEqual([32767 / 32768, -1, 32767 / 32768, -1]);
});

it('holds a quarter of an hour, and says so when more comes', () => {
  const kept = new KeptSound(RATE);
  kept.push(new Float32Array(900 * RATE));
  expect(kept.isWhole).toBe(true);
  kept.push(new Float32Array(1));
  expect(kept.isWhole).toBe(false);
  expect(kept.durationS).toBe(900);
});
