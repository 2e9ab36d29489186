/**
 * A tone that comes in among others: it raises some bands, and they stay raised. What only sways (noise, a vibrato) falls back to where it was; a
 * tone that swells slowly under the end of another is in its own bands long before it is seen in the whole.
 */
import { footOfLine, wayUp } from '../signal/rise.ts';

/** Frames that are kept; what is asked for lies no further back. */
const KEPT = 64;
/** Compared are the frames up to so many before, with those from so many after to so many after. */
const STAYS = { before: 3, after: [2, 4] } as const;
/** The tone's own bands are those that rise from so many frames before to so many after, by more than this. */
const OWN = { before: 8, after: 2, rise: 0.1 } as const;
/** Their rise lies within so many frames before and after. */
const AROUND = { before: 12, after: 6 } as const;
/** What comes in at once takes so much of a window to grow from a fifth to a half, by the window's own form (von Hann) as it is seen a quarter of one apart. */
const AT_ONCE = 0.19;

/** Counted in frames, fractions too. All are the same where the tone comes in at once. */
export interface ToneRise {
  /** The foot of a line through a fifth and half of the way up: what swells evenly has begun here, though nothing is seen of it yet. */
  foot: number;
  /** A fifth of the way up: what is seen of the tone begins here. */
  begins: number;
}

export class ToneEntry {
  private readonly past: Float32Array[];
  private readonly overlap: number;
  private frames = 0;

  /** @param bands of a frame. @param overlap how many frames a window is long. */
  constructor(bands: number, overlap: number) {
    this.past = Array.from({ length: KEPT }, () => new Float32Array(bands));
    this.overlap = overlap;
  }

  /** @param levels of the next frame, as `Bands` gives them. */
  push(levels: Float32Array): void {
    this.at(this.frames++).set(levels);
  }

  /**
   * How much comes in around a frame and stays: what each band keeps over the most that it or its neighbours had before, as a mean of all bands.
   * Near 0 where nothing does. The frames after it must have been pushed.
   * @param back what was there so many frames before, or later, does not come in.
   */
  stays(frame: number, back: number): number {
    const before = this.range(frame - back, frame - STAYS.before);
    const after = this.range(frame + STAYS.after[0], frame + STAYS.after[1]);
    if (before.length === 0 || after.length === 0) return 0;
    const bands = this.past[0].length;
    let sum = 0;
    for (let band = 0; band < bands; band++) {
      let was = 0;
      let now = Infinity;
      for (const levels of before) was = Math.max(was, loudestNear(levels, band));
      for (const levels of after) now = Math.min(now, levels[band]);
      sum += Math.max(0, now - was);
    }
    return sum / bands;
  }

  /** The rise of the tone whose bands rise around a frame; null where no band rises. */
  rise(frame: number): ToneRise | null {
    const first = Math.max(0, this.frames - KEPT, frame - AROUND.before);
    const last = Math.min(this.frames - 1, frame + AROUND.after);
    const rise = new Float64Array(last - first + 1);
    this.ownBands(frame, first, last).forEach((weight, band) =>
      this.addRise(rise, { band, weight, frame, first }),
    );
    const at = frame - first;
    let top = at;
    for (let i = at; i < rise.length; i++) if (rise[i] > rise[top]) top = i;
    let bottom = top;
    for (let i = top; i >= 0; i--) if (rise[i] < rise[bottom]) bottom = i;
    if (!(rise[top] > rise[bottom])) return null;
    const { fifth, half } = wayUp((i) => rise[i], bottom, top);
    // The window smears what it sees: squares of widths add up.
    const atOnce = AT_ONCE * this.overlap;
    const wide = Math.sqrt(Math.max(0, (half - fifth) ** 2 - atOnce ** 2));
    const middle = first + half;
    const begins = middle - wide;
    return { foot: footOfLine(begins, middle), begins };
  }

  /** How far each of the tone's own bands rises. */
  private ownBands(frame: number, first: number, last: number): Map<number, number> {
    const now = this.at(Math.min(last, frame + OWN.after));
    const was = this.at(Math.max(first, frame - OWN.before));
    const own = new Map<number, number>();
    for (let band = 0; band < now.length; band++) {
      const rise = now[band] - loudestNear(was, band);
      if (rise > OWN.rise) own.set(band, rise);
    }
    return own;
  }

  /** Adds how far the band has come on its way from its lowest before the frame to its highest after it, 0 to 1, times its weight. */
  private addRise(
    rise: Float64Array,
    { band, weight, frame, first }: { band: number; weight: number; frame: number; first: number },
  ): void {
    const magnitude = (i: number) => 10 ** this.at(first + i)[band] - 1;
    const at = frame - first;
    let top = 0;
    for (let i = at; i < rise.length; i++) top = Math.max(top, magnitude(i));
    let lowest = at;
    for (let i = at; i >= 0; i--) if (magnitude(i) < magnitude(lowest)) lowest = i;
    const low = magnitude(lowest);
    if (top <= low) return;
    for (let i = lowest; i < rise.length; i++)
      rise[i] += weight * Math.max(0, (magnitude(i) - low) / (top - low));
  }

  private range(from: number, to: number): Float32Array[] {
    const frames: Float32Array[] = [];
    for (let frame = Math.max(0, from); frame <= Math.min(to, this.frames - 1); frame++)
      frames.push(this.at(frame));
    return frames;
  }

  private at(frame: number): Float32Array {
    return this.past[frame % KEPT];
  }
}

function loudestNear(levels: Float32Array, band: number): number {
  const low = band > 0 ? levels[band - 1] : 0;
  const high = band < levels.length - 1 ? levels[band + 1] : 0;
  return Math.max(low, levels[band], high);
}
