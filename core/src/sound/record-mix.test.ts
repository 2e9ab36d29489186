import { compile } from '../plan/index.ts';
import { plan } from '../testing/plans.ts';
import { recordOf } from '../testing/records.ts';
import { neededOf, recordMixer } from './record-mix.ts';
import { createRenderer, scheduleOf } from './render.ts';

const RATE = 48_000;
const GAIN = 10 ** (-9 / 20);
/** Each sample says which it is. */
const SAMPLES = Float32Array.from({ length: 30 * RATE }, (_, i) => 0.001 + (i % 4801) / 20_000);

const record = recordOf(40, (beat) => 0.5 + 0.61 * beat);
const section = { bars: 4, clicks: [], play: [], silence: { bars: 'xoox' }, record: { fromBar: 2 } };
const timeline = compile({ ...plan(section), record, countIn: { bars: 1 } });
const on = timeline.record!;
const sound = { channels: [SAMPLES], sampleRateHz: RATE, firstS: 0 };

function rendered(blocks: number): Float32Array {
  const mixer = recordMixer(on, sound);
  const beside = (out: Float32Array, fromFrame: number) => mixer.mix(out, 0, fromFrame);
  const renderer = createRenderer([], RATE, { beside });
  const all = new Float32Array(Math.ceil((timeline.endS + 1) * RATE));
  for (let at = 0; at < all.length; at += blocks) renderer.fill(all.subarray(at, at + blocks), at);
  return all;
}
const frame = (bar: number) => Math.round(timeline.bars[bar].startS * RATE);

it('the record begins on its frame, with its own sample, whatever the blocks', () => {
  const all = rendered(128);
  const first = Math.round(record.beats[4] * RATE);
  const begins = frame(1);
  // Of the count-in nothing; after the fade of a millisecond each sample as it is, lowered.
  expect(all.subarray(0, begins).every((value) => value === 0)).toBe(true);
  for (const after of [60, 1000, 50_000])
    expect(all[begins + after]).toBeCloseTo(GAIN * SAMPLES[first + after], 6);
  expect(rendered(977)).toEqual(all);
});

it('a silent bar holds no sample of it, from its first frame to its last', () => {
  const all = rendered(128);
  expect(all.subarray(frame(2), frame(4)).every((value) => value === 0)).toBe(true);
  expect(all[frame(2) - 1]).toBeGreaterThan(0);
  expect(all[frame(4)]).toBeGreaterThan(0);
  expect(all[frame(2) - 1]).toBeLessThan(0.01 * GAIN);
  // It comes back where it would have been.
  const back = Math.round(record.beats[16] * RATE);
  expect(all[frame(4) + 500]).toBeCloseTo(GAIN * SAMPLES[back + 500], 6);
});

it('its own level, each ear its side, and the clicks over it within the ceiling', () => {
  const loud = { ...on, gainDb: 6 };
  const right = SAMPLES.map((value) => -value);
  const mixer = recordMixer(loud, { ...sound, channels: [SAMPLES, right] });
  const out = [0, 1].map((side) => {
    const block = new Float32Array(256);
    mixer.mix(block, side, frame(1) + 4000);
    return block;
  });
  const at = Math.round(record.beats[4] * RATE) + 4000;
  expect(out[0][7]).toBeCloseTo(10 ** (-3 / 20) * SAMPLES[at + 7], 6);
  expect(out[1][7]).toBeCloseTo(-out[0][7], 6);
  const blaring = { ...sound, channels: [SAMPLES.map(() => 1)] };
  const full = recordMixer(loud, blaring);
  const clicked = compile({ ...plan({ ...section, clicks: [{ every: '1/4' }] }), record });
  const renderer = createRenderer(scheduleOf(clicked), RATE, { beside: (o, f) => full.mix(o, 0, f) });
  const block = new Float32Array(RATE);
  renderer.fill(block, 0);
  expect(Math.max(...block)).toBeLessThanOrEqual(0.708);
});

it('needs only the seconds that sound, at the speed at which they do', () => {
  const needed = neededOf({ ...on, speed: 0.5 });
  expect(needed.fromS).toBeCloseTo(2 * record.beats[4], 9);
  // Half as fast, what sounds for so long is half as much of the record.
  const last = on.stretches.at(-1)!;
  expect(needed.toS).toBeCloseTo(2 * last.recordS + last.toS - last.fromS, 9);
});
