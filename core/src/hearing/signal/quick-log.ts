/**
 * Logarithms from a table, for levels of which millions are taken: the exponent of a float is read off its bits (IEEE 754), and the first
 * bits of its mantissa are looked up. A quarter of a thousandth off at the most, in a fifth of the time.
 */
const BITS = 10;
const MANTISSA_BITS = 23;
const BIAS = 127;
const LOG10_OF_2 = Math.log10(2);

const table = Float32Array.from({ length: 2 ** BITS }, (_, i) => Math.log10(1 + (i + 0.5) / 2 ** BITS));

export class QuickLogs {
  /** What logarithms are taken of: positive, and within what a 32-bit float holds without losing bits (1.2e-38 to 3.4e38). */
  readonly values: Float32Array;
  /** The same floats, as they are written. */
  private readonly written: Int32Array;

  constructor(count: number) {
    this.values = new Float32Array(count);
    this.written = new Int32Array(this.values.buffer);
  }

  /** @param into gets the logarithms to the base 10 of `values`. */
  log10(into: Float32Array): void {
    const { written } = this;
    // All of them at once: a float that was written a moment ago is slow to read as bits.
    for (let i = 0; i < written.length; i++) {
      const bits = written[i];
      into[i] =
        ((bits >> MANTISSA_BITS) - BIAS) * LOG10_OF_2 +
        table[(bits >> (MANTISSA_BITS - BITS)) & (2 ** BITS - 1)];
    }
  }
}
