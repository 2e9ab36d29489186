import { Flux, type FluxPeak } from './flux.ts';

const BANDS = 10;
const FORM = { lag: 2, reach: 2, ground: 8, over: 0.01, share: 0.06, frameS: 0.006 };

/** What is told of frames of silence, then of frames in which these bands sound. */
function peaksOf(...sounds: ReadonlyMap<number, number>[]): FluxPeak[] {
  const flux = new Flux(BANDS, FORM);
  const frames = [new Map<number, number>(), ...sounds].flatMap((levels) =>
    Array.from({ length: 20 }, () =>
      Float32Array.from({ length: BANDS }, (_, band) => levels.get(band) ?? 0),
    ),
  );
  return frames.map((frame) => flux.push(frame)).filter((peak) => peak !== null);
}
const at = (band: number, level: number) => new Map([[band, level]]);

it('what comes in counts as a mean over all bands, and how many of them rose', () => {
  const [peak, ...rest] = peaksOf(
    new Map([
      [3, 0.5],
      [7, 0.25],
    ]),
  );
  expect(rest).toEqual([]);
  expect(peak).toMatchObject({ frame: 20, flux: 0.075, rising: 0.2 });
});

it('what goes on is nothing new, nor is what slides into the band beside it, at the lowest and the highest too', () => {
  for (const [from, to] of [
    [4, 4],
    [4, 5],
    [4, 3],
    [0, 1],
    [1, 0],
    [9, 8],
    [8, 9],
  ])
    expect(peaksOf(at(from, 0.5), at(to, 0.5))).toHaveLength(1);
});

it('what comes in two bands further is new, and of what gets louder only that', () => {
  expect(peaksOf(at(4, 0.5), at(6, 0.5)).map(({ frame, flux }) => [frame, flux])).toEqual([
    [20, 0.05],
    [40, 0.05],
  ]);
  expect(peaksOf(at(4, 0.5), at(4, 0.75))[1].flux).toBeCloseTo(0.025, 12);
});
