import { chance } from '../../players/index.ts';
import { isTonePulse } from './tone-pulse.ts';

const RATE = 48_000;
const LENGTH = 16_384;
/** Of 41 Hz, the lowest string of a bass: the tone is a click of 3 ms that comes again and again. */
const PERIOD = Math.round(RATE / 41.2);
/** A pulse begins here. */
const AT = 8 * PERIOD;
const pulse = (i: number) => Math.exp(-i / 60) * Math.sin((2 * Math.PI * 900 * i) / RATE);

function pulses(levelOf: (index: number) => number): Float32Array {
  const random = chance(4);
  return Float32Array.from(
    { length: LENGTH },
    (_, i) => levelOf(Math.floor(i / PERIOD)) * pulse(i % PERIOD) + 0.001 * (2 * random() - 1),
  );
}

const isPulse = (ring: Float32Array) => isTonePulse(ring, AT + PERIOD, AT, RATE);

describe('a pulse of a low tone', () => {
  it('is one where the same was there a period before, as loud or a little louder', () => {
    expect(isPulse(pulses(() => 0.5))).toBe(true);
    expect(isPulse(pulses((index) => 0.5 * 0.9 ** index))).toBe(true);
    expect(isPulse(pulses((index) => 0.1 * 1.15 ** index))).toBe(true);
  });

  it('is a stroke where it is clearly louder than the one before it, or the first of all', () => {
    expect(isPulse(pulses((index) => (index < 8 ? 0.3 : 0.5)))).toBe(false);
    expect(isPulse(pulses((index) => (index < 8 ? 0 : 0.5)))).toBe(false);
  });

  it('is a stroke where it is as loud, but sounds otherwise', () => {
    const ring = pulses(() => 0.5);
    const random = chance(9);
    for (let i = 0; i < 400; i++) ring[AT + i] = 0.3 * (2 * random() - 1);
    expect(isPulse(ring)).toBe(false);
  });

  it('is not told where too little of what came before is there', () => {
    expect(
      isTonePulse(
        pulses(() => 0.5),
        PERIOD + 400,
        PERIOD,
        RATE,
      ),
    ).toBe(false);
  });
});

it.each([432, 433, 434, 435, 700, 1919, 1920])(
  'noise that comes again after %d samples is alike after exactly so many, and is found',
  (period) => {
    const random = chance(11);
    const noise = Float32Array.from({ length: period }, () => 2 * random() - 1);
    const ring = Float32Array.from({ length: LENGTH }, (_, i) => noise[i % period]);
    expect(isTonePulse(ring, 8000, 6000, RATE)).toBe(true);
  },
);

it('noise that comes again sooner or later than any low tone does is none', () => {
  const random = chance(12);
  const ring = Float32Array.from({ length: LENGTH }, () => 2 * random() - 1);
  for (let i = 2100; i < LENGTH; i++) ring[i] = ring[i - 2050];
  expect(isTonePulse(ring, 8000, 6000, RATE)).toBe(false);
});
