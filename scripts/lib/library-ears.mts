/** A general-purpose library as another pair of ears, where it is installed (`npm install --no-save essentia.js`). */
import { createRequire } from 'node:module';
import { scored } from '../../core/src/testing/scored.ts';
import type { Sound } from './grooves.mts';
import { SHOTS_RATE } from './one-shots.mts';

export type Ears = (sound: Sound) => number[];

/** What the library is tried with: how much a peak must stand over what is near it, and the least of all. */
const SETTINGS = [16, 8, 4].flatMap((ratio) => [0.05, 0.02].map((least) => ({ ratio, least })));

/** The library with whichever setting, and constant shift, suits it best on these sounds; null where it is not installed. */
export function libraryEars(sounds: readonly Sound[]): Ears | null {
  let make: (setting: (typeof SETTINGS)[number]) => Ears;
  try {
    const { Essentia, EssentiaWASM } = createRequire(import.meta.url)('essentia.js');
    const library = new Essentia(EssentiaWASM);
    make =
      ({ ratio, least }) =>
      ({ samples }) => {
        const vector = library.arrayToVector(samples);
        const { onsets } = library.SuperFluxExtractor(vector, 20, 2048, 256, ratio, SHOTS_RATE, least);
        const found = Array.from(library.vectorToArray(onsets) as Float32Array);
        vector.delete();
        onsets.delete();
        return found;
      };
  } catch {
    return null;
  }
  const tried = SETTINGS.map((setting) => {
    const heard = sounds.map(make(setting));
    const shifts = sounds
      .map(({ truthS }, i) => scored(heard[i], truthS, 0.06).meanErrorS)
      .filter(Number.isFinite);
    const shift = shifts.sort((a, b) => a - b)[shifts.length >> 1] ?? 0;
    const f = sounds.reduce(
      (sum, { truthS }, i) =>
        sum +
        scored(
          heard[i].map((s) => s - shift),
          truthS,
          0.025,
        ).f,
      0,
    );
    return { setting, shift, f };
  });
  const best = tried.reduce((a, b) => (b.f > a.f ? b : a));
  console.log('library', best.setting, 'shift', best.shift, 'mean F', best.f / sounds.length);
  const ears = make(best.setting);
  return (sound) => ears(sound).map((timeS) => timeS - best.shift);
}
