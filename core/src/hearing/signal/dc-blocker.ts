/**
 * Takes away what is constant: many a sound card adds it, and what stays as loud as it was would hide how a sound dies away, and what is soft. (DC blocker:
 * J. O. Smith, Introduction to Digital Filters with Audio Applications, appendix B, from memory.)
 */

/** Lower than anything that is played. */
const LOWEST_HZ = 5;

export class DcBlocker {
  private readonly share: number;
  private last = 0;
  private out = 0;
  /** So many samples have come; no longer counted once what they tell of what is constant weighs as much as it ever will. */
  private heard = 0;
  private room = new Float32Array(0);

  constructor(sampleRateHz: number) {
    this.share = 1 - (2 * Math.PI * LOWEST_HZ) / sampleRateHz;
  }

  /** @returns as many samples; overwritten by the next ones. */
  push(samples: Float32Array): Float32Array {
    if (this.room.length < samples.length) this.room = new Float32Array(samples.length);
    const { room, share } = this;
    let { last, out, heard } = this;
    let i = 0;
    // At first it is the mean of all that has come.
    for (; i < samples.length && heard < share * (heard + 1); i++, heard++) {
      out = (heard / (heard + 1)) * (out + samples[i] - last);
      last = samples[i];
      room[i] = out;
    }
    for (; i < samples.length; i++) {
      const sample = samples[i];
      out = share * (out + (sample - last));
      last = sample;
      room[i] = out;
    }
    this.last = last;
    this.heard = heard;
    // Numbers too small for the machine's quick path would come of silence.
    this.out = Math.abs(out) < 1e-30 ? 0 : out;
    return room.subarray(0, samples.length);
  }
}
