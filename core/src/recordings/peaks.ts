/**
 * The outline of a sound, to be drawn at any zoom: the lowest and the highest sample of every 256, of every 2 048 and so on. Two hours of it are
 * three megabytes, and a picture never looks at more than some thousand pairs.
 */
export interface Peaks {
  sampleRateHz: number;
  /** Samples of a pair at the finest level. */
  step: number;
  /** From fine to coarse; each level's pairs span FOLD of the one before. Values from -127 to 127. */
  levels: { low: Int8Array; high: Int8Array }[];
}

const STEP = 256;
const FOLD = 8;
const FULL = 127;

/** Fed with the sound as it goes by. */
export class PeaksMaker {
  private low = new Int8Array(4096);
  private high = new Int8Array(4096);
  private pairs = 0;
  private filled = 0;
  private least = Infinity;
  private most = -Infinity;

  push(samples: Float32Array): void {
    for (let i = 0; i < samples.length;) {
      const end = Math.min(samples.length, i + STEP - this.filled);
      this.filled += end - i;
      for (; i < end; i++) {
        const value = samples[i];
        if (value < this.least) this.least = value;
        if (value > this.most) this.most = value;
      }
      if (this.filled === STEP) this.close();
    }
  }

  end(sampleRateHz: number): Peaks {
    if (this.filled > 0) this.close();
    let level: Peaks['levels'][number] = {
      low: this.low.slice(0, this.pairs),
      high: this.high.slice(0, this.pairs),
    };
    const levels = [level];
    while (level.low.length > FOLD) {
      level = folded(level);
      levels.push(level);
    }
    return { sampleRateHz, step: STEP, levels };
  }

  private close(): void {
    if (this.pairs === this.low.length) {
      this.low = grown(this.low);
      this.high = grown(this.high);
    }
    this.low[this.pairs] = scaled(this.least);
    this.high[this.pairs] = scaled(this.most);
    this.pairs++;
    this.filled = 0;
    this.least = Infinity;
    this.most = -Infinity;
  }
}

const scaled = (value: number) => Math.round(FULL * Math.max(-1, Math.min(1, value)));

function grown(values: Int8Array): Int8Array<ArrayBuffer> {
  const more = new Int8Array(2 * values.length);
  more.set(values);
  return more;
}

function folded({ low, high }: Peaks['levels'][number]): Peaks['levels'][number] {
  const length = Math.ceil(low.length / FOLD);
  const made = { low: new Int8Array(length), high: new Int8Array(length) };
  for (let i = 0; i < length; i++) {
    let [least, most] = [FULL, -FULL];
    for (let k = FOLD * i; k < Math.min(low.length, FOLD * (i + 1)); k++) {
      if (low[k] < least) least = low[k];
      if (high[k] > most) most = high[k];
    }
    made.low[i] = least;
    made.high[i] = most;
  }
  return made;
}

/**
 * What to draw of a stretch, one pair a column: [lowest, highest], -1 to 1; [0, 0] outside the sound.
 * @param columns how many; each looks at no more than sixteen pairs.
 */
export function outline(peaks: Peaks, fromS: number, toS: number, columns: number): [number, number][] {
  const { sampleRateHz, step, levels } = peaks;
  const samplesAColumn = ((toS - fromS) * sampleRateHz) / columns;
  const depth = Math.max(
    0,
    Math.min(levels.length - 1, Math.floor(Math.log(samplesAColumn / step) / Math.log(FOLD))),
  );
  const { low, high } = levels[depth];
  const perS = sampleRateHz / (step * FOLD ** depth);
  return Array.from({ length: columns }, (_, column): [number, number] => {
    const first = Math.floor((fromS + ((toS - fromS) * column) / columns) * perS);
    const last = Math.max(first + 1, Math.floor((fromS + ((toS - fromS) * (column + 1)) / columns) * perS));
    let [least, most] = [Infinity, -Infinity];
    for (let i = Math.max(0, first); i < Math.min(low.length, last); i++) {
      if (low[i] < least) least = low[i];
      if (high[i] > most) most = high[i];
    }
    return least > most ? [0, 0] : [least / FULL, most / FULL];
  });
}

/** The loudest of it, 0 to 1: pictures are drawn against that. */
export function loudestIn({ levels }: Peaks): number {
  const { low, high } = levels.at(-1)!;
  let most = 0;
  for (let i = 0; i < low.length; i++) most = Math.max(most, Math.abs(low[i]), Math.abs(high[i]));
  return most / FULL;
}
