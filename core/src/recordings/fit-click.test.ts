import { chance } from '../players/index.ts';
import { voiceSamples } from '../sound/index.ts';
import { placed } from './fit-click.ts';
import { readFrom } from './fractional.ts';

const RATE = 48_000;
const LEAD = 24;
const COUNT = 740;
/** A wood click with silence before it. */
const SOUND = readFrom(voiceSamples('wood', false, RATE), -LEAD, 4000);
const soundAt = (place: number) => readFrom(SOUND, -place, COUNT);

/** What rings on from a stroke before: low, and louder than the click. */
const ringing = (hz: number, level: number, seed: number) => {
  const phase = 2 * Math.PI * chance(seed)();
  return Float32Array.from(
    { length: COUNT },
    (_, i) => level * Math.sin((2 * Math.PI * hz * i) / RATE + phase),
  );
};
const heardAt = (place: number, gain: number, beside?: Float32Array) =>
  soundAt(place).map((value, i) => gain * value + (beside?.[i] ?? 0));

it.each([-0.9, -0.5, 0, 0.3, 0.8])(
  'alone, %f samples beside its line: found to a fiftieth of a sample',
  (place) => {
    const found = placed(heardAt(place, 1.2), 0, soundAt);
    expect(Math.abs(found.place - place)).toBeLessThan(0.02);
    expect(found.gain).toBeCloseTo(1.2, 2);
  },
);

it('under what is low and louder it is found by its edge', () => {
  for (let seed = 1; seed <= 10; seed++) {
    const found = placed(heardAt(0.4, 1, ringing(150, 1, seed)), 0, soundAt);
    expect(Math.abs(found.place - 0.4)).toBeLessThan(0.1);
    expect(Math.abs(found.gain - 1)).toBeLessThan(0.05);
  }
});

it('where hardly anything of it is heard it lies on its line, as loud as usual', () => {
  const random = chance(3);
  const noise = Float32Array.from({ length: COUNT }, () => 2 * random() - 1);
  expect(placed(noise, 7, soundAt)).toEqual({ place: 7, gain: 1 });
});
