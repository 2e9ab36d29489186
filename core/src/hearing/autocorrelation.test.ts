import { chance } from '../players/index.ts';
import { Autocorrelation } from './autocorrelation.ts';

it.each([
  [660, 78],
  [100, 28],
  [61, 61],
])('%d samples: at each of %d lags the sum of products, as it is worked out by hand', (length, lags) => {
  const random = chance(2);
  const alike = new Autocorrelation(length, lags);
  const found = new Float64Array(lags);
  for (let round = 0; round < 2; round++) {
    const piece = Float64Array.from({ length }, () => 2 * random() - 1);
    alike.of(piece, found);
    for (let lag = 0; lag < lags; lag++) {
      const products = piece.subarray(lag).reduce((sum, value, i) => sum + value * piece[i], 0);
      expect(found[lag]).toBeCloseTo(products, 9);
    }
  }
});
