import { chance } from '../../players/index.ts';
import { Spectrum } from './spectrum.ts';

it.each([64, 256, 512])(
  'powers of %i samples are those of the definition of the discrete Fourier transform',
  (window) => {
    const random = chance(window);
    const frame = Array.from({ length: window }, () => random() - 0.3);
    const powers = new Spectrum(window).powers(frame);
    for (let bin = 0; bin < window / 2; bin++) {
      let [re, im] = [0, 0];
      frame.forEach((value, i) => {
        re += value * Math.cos((2 * Math.PI * bin * i) / window);
        im -= value * Math.sin((2 * Math.PI * bin * i) / window);
      });
      expect(powers[bin]).toBeCloseTo(re * re + im * im, 8);
    }
  },
);
