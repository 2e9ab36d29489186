import { chance } from '../../players/index.ts';
import { Autocorrelation } from './autocorrelation.ts';

it.each([
  [660, 78],
  [100, 28],
  [61, 61],
])('%d samples: at each of %d lags the sum of products, as it is worked out by hand', (length, lags) => {
  const random = chance(2);
  const taper = Float64Array.from({ length }, (_, i) => (i + 0.5) / length);
  const alike = new Autocorrelation(taper, lags);
  const found = new Float64Array(lags);
  for (let round = 0; round < 2; round++) {
    const samples = Float64Array.from({ length: length + 5 }, () => 2 * random() - 1);
    const piece = samples.subarray(5).map((sample, i) => sample * taper[i]);
    alike.of(samples, 5, found);
    for (let lag = 0; lag < lags; lag++) {
      const products = piece.subarray(lag).reduce((sum, value, i) => sum + value * piece[i], 0);
      expect(found[lag]).toBeCloseTo(products, 9);
    }
  }
});
