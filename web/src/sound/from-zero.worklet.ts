/** Samples from a timeline's time zero on, in the audio thread alone: they come in time though the page is busy. */
import { FROM_ZERO_PROCESSOR, type FromZeroOptions } from './from-zero-protocol.ts';
import { TimeZero } from './time-zero.ts';

class FromZeroProcessor extends AudioWorkletProcessor {
  private readonly samples: Float32Array;
  private readonly offset: number;
  private readonly zero: TimeZero;
  /** Its own counter, as the click's is: `currentFrame` can stand still for a block. */
  private next = 0;

  constructor({ processorOptions }: { processorOptions: FromZeroOptions }) {
    super();
    const { samples, startS, zero } = processorOptions;
    this.samples = samples;
    this.offset = Math.round(startS * sampleRate);
    this.zero = TimeZero.in(zero);
  }

  process(_inputs: Float32Array[][], [[out]]: Float32Array[][]): boolean {
    const frame = Math.max(currentFrame, this.next);
    this.next = frame + out.length;
    const zero = this.zero.frame;
    if (zero === null) return true;
    const from = frame - zero - this.offset;
    for (let i = Math.max(0, -from); i < out.length; i++) out[i] = this.samples[from + i] ?? 0;
    return from < this.samples.length;
  }
}

registerProcessor(FROM_ZERO_PROCESSOR, FromZeroProcessor);
