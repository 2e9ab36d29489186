/**
 * How much a sound is in a piece, at every place it may begin: the sliding product of the two, by Fourier transforms of a few lengths of the sound at a
 * time (overlap-save; Press et al., Numerical Recipes, "Convolution and Correlation"), so memory does not grow with the piece.
 */
import FFT from 'fft.js';

/** For so few places it is sooner done by hand. */
const BY_HAND = 64;
const LEAST_SIZE = 1024;

/**
 * @param from first place of the sound in the piece, at least 0; `to` the last one, at most where the sound still fits.
 * @returns the sum of products at each place.
 */
export function slidingProducts(
  piece: Float32Array,
  sound: Float32Array,
  from = 0,
  to = piece.length - sound.length,
): Float32Array {
  const products = new Float32Array(Math.max(0, to - from + 1));
  if (products.length <= BY_HAND) {
    for (let at = 0; at < products.length; at++) products[at] = productAt(piece, sound, from + at);
    return products;
  }
  const fft = transformOf(Math.max(LEAST_SIZE, 2 ** Math.ceil(Math.log2(4 * sound.length))));
  const { size } = fft;
  // Plain arrays, which the package asks for.
  const block: number[] = Array(size).fill(0);
  const spectrum = fft.createComplexArray();
  const back = fft.createComplexArray();
  const pattern = fft.createComplexArray();
  for (let i = 0; i < sound.length; i++) block[i] = sound[i];
  fft.realTransform(pattern, block);
  fft.completeSpectrum(pattern);
  const step = size - sound.length + 1;
  for (let first = 0; first < products.length; first += step) {
    const begin = from + first;
    const there = Math.min(size, piece.length - begin);
    for (let i = 0; i < there; i++) block[i] = piece[begin + i];
    block.fill(0, there);
    fft.realTransform(spectrum, block);
    fft.completeSpectrum(spectrum);
    // The sound turned round in time: its spectrum conjugate.
    for (let k = 0; k < 2 * size; k += 2) {
      const [re, im] = [spectrum[k], spectrum[k + 1]];
      spectrum[k] = re * pattern[k] + im * pattern[k + 1];
      spectrum[k + 1] = im * pattern[k] - re * pattern[k + 1];
    }
    fft.inverseTransform(back, spectrum);
    const end = Math.min(step, products.length - first);
    for (let i = 0; i < end; i++) products[first + i] = back[2 * i];
  }
  return products;
}

/**
 * Normalised correlation of a sound of power 1 with a piece, at every place it may begin (Press et al., as above).
 * @param from as for `slidingProducts`, and `to`. @returns the products, and each divided by the root of the piece's own power there: -1 to 1.
 */
export function slidingLikeness(
  piece: Float32Array,
  sound: Float32Array,
  from = 0,
  to = piece.length - sound.length,
): { products: Float32Array; likes: Float32Array } {
  const products = slidingProducts(piece, sound, from, to);
  const likes = new Float32Array(products.length);
  let power = 0;
  if (products.length > 0) for (let i = 0; i < sound.length; i++) power += piece[from + i] ** 2;
  for (let i = 0; i < products.length; i++) {
    const at = from + i;
    if (i > 0) power += piece[at + sound.length - 1] ** 2 - piece[at - 1] ** 2;
    likes[i] = products[i] / Math.sqrt(Math.max(power, 1e-12));
  }
  return { products, likes };
}

function productAt(piece: Float32Array, sound: Float32Array, at: number): number {
  let product = 0;
  for (let i = 0; i < sound.length; i++) product += piece[at + i] * sound[i];
  return product;
}

/** The tables of a transform depend on its size alone; there are few sizes. */
const transforms = new Map<number, FFT>();

function transformOf(size: number): FFT {
  const made = transforms.get(size) ?? new FFT(size);
  transforms.set(size, made);
  return made;
}
