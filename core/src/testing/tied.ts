import { chance } from '../players/index.ts';

export const TIED_RATE = 44_100;

interface Way {
  /** From one note to the next. */
  noteS?: number;
  /** Each ends so long before the next, in a room in which it dies away by 40 dB a second, from 9 dB under it on. */
  gapS?: number;
  /** Semitones from one note to the next. */
  step?: number;
  /** In so long a note has come to its full level. */
  swellsS: number;
  /** Every other note is so much softer. */
  softDb: number;
}

/** Notes, each tied to the one before, which is damped under it within some hundredths of a second; a room's noise 60 dB down. */
export function tied(count: number, { swellsS, softDb, step = 5, gapS, noteS = 0.4 }: Way) {
  const random = chance(11);
  const truthS = Array.from({ length: count }, (_, i) => 0.5 + i * noteS + 0.02 * random());
  const samples = Float32Array.from(
    { length: Math.round((truthS[count - 1] + 0.3) * TIED_RATE) },
    () => 0.0005 * (2 * random() - 1),
  );
  truthS.forEach((start, i) => {
    const hz = 220 * 2 ** (((i * step) % 12) / 12);
    const level = 0.15 * (i % 2 === 1 ? 10 ** (softDb / 20) : 1);
    const end = (truthS[i + 1] ?? start + noteS) - (gapS ?? 0);
    const roomAt = (afterS: number) => (gapS && afterS > 0 ? 0.35 * 10 ** (-2 * afterS) : 0);
    for (let k = Math.round(start * TIED_RATE); k < Math.min(samples.length, (end + 0.4) * TIED_RATE); k++) {
      const t = k / TIED_RATE - start;
      const damped = Math.max(2 ** (-Math.max(0, k / TIED_RATE - end) / 0.015), roomAt(k / TIED_RATE - end));
      let value = 0;
      for (let n = 1; n <= 6; n++) value += 0.7 ** (n - 1) * Math.sin(2 * Math.PI * n * hz * t);
      samples[k] += level * Math.min(1, t / swellsS) * damped * value;
    }
  });
  return { samples, truthS };
}
