import fc from 'fast-check';
import { QuickLogs } from './quick-log.ts';

// 2^10 places in a mantissa, and the middle of each: half a place is 2^-11 / ln 10 = 0.000212 off; what is given is a 32-bit float.
const OFF = 0.000_22;

function logs(values: number[]): Float32Array {
  const quick = new QuickLogs(values.length);
  const into = new Float32Array(values.length);
  quick.values.set(values);
  quick.log10(into);
  return into;
}

it('are the logarithms, to three places', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ min: 1e-30, max: 1e30, noNaN: true }), { minLength: 1 }), (values) =>
      logs(values).forEach((log, i) => expect(Math.abs(log - Math.log10(values[i]))).toBeLessThan(OFF)),
    ),
  );
});

it.each([1, 2, 10, 1.999999, 2.000001])('are it at %d', (value) =>
  expect(Math.abs(logs([value])[0] - Math.log10(value))).toBeLessThan(OFF),
);
