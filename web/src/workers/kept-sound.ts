/** The sound of a take while it is played, as 16-bit samples: 6 MB a minute, and no more than a quarter of an hour of it. */
import { wavHeader } from '@feldspar/core/wav';
import type { Source } from '@feldspar/core/recordings';

const MOST_S = 900;
const PIECE_S = 5;

export class KeptSound implements Source {
  readonly sampleRateHz: number;
  private readonly pieces: Int16Array[] = [];
  private readonly piece: number;
  private count = 0;
  private over = false;

  constructor(sampleRateHz: number) {
    this.sampleRateHz = sampleRateHz;
    this.piece = PIECE_S * sampleRateHz;
  }

  /** False from the moment on that more came than is kept. */
  get isWhole(): boolean {
    return !this.over;
  }

  get durationS(): number {
    return this.count / this.sampleRateHz;
  }

  push(samples: Float32Array): void {
    if (this.count + samples.length > MOST_S * this.sampleRateHz) this.over = true;
    if (this.over) return;
    for (const value of samples) {
      const at = this.count++ % this.piece;
      if (at === 0) this.pieces.push(new Int16Array(this.piece));
      this.pieces.at(-1)![at] = Math.max(-32768, Math.min(32767, Math.round(32768 * value)));
    }
  }

  async *open(): AsyncGenerator<Float32Array> {
    for (const [i, piece] of this.pieces.entries())
      yield Float32Array.from(
        piece.subarray(0, Math.min(this.piece, this.count - i * this.piece)),
        (value) => value / 32768,
      );
  }

  /** As a WAV file: its samples are kept as such a file has them (every machine that runs a browser puts the low byte first). */
  wav(): Blob {
    const header = wavHeader(this.count, { sampleRateHz: this.sampleRateHz, bits: 16 });
    const pieces = this.pieces.map((piece, i) =>
      piece.subarray(0, Math.min(this.piece, this.count - i * this.piece)),
    );
    return new Blob([header, ...pieces] as BlobPart[], { type: 'audio/wav' });
  }

  all(): Float32Array {
    const all = new Float32Array(this.count);
    for (let i = 0; i < this.count; i++)
      all[i] = this.pieces[Math.floor(i / this.piece)][i % this.piece] / 32768;
    return all;
  }
}
