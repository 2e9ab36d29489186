/**
 * What a microphone gives, from the audio thread into shared memory: the mean of its channels, each sample at the place that its frame of the
 * audio context has. The counter is its own, as the click's is: `currentFrame` can stand still for a block.
 */
import { BEGUN, LISTEN_PROCESSOR, type ListenOptions } from './microphone-protocol.ts';
import { RingWriter } from './ring.ts';

/** A hole longer than this is not filled in: the device was away. */
const LONGEST_HOLE_S = 5;

class ListenProcessor extends AudioWorkletProcessor {
  private readonly ring: RingWriter;
  private next: number | null = null;
  private mixed = new Float32Array(128);

  constructor({ processorOptions }: { processorOptions: ListenOptions }) {
    super();
    this.ring = new RingWriter(processorOptions.buffer);
  }

  process(inputs: Float32Array[][], outputs: Float32Array[][]): boolean {
    const length = outputs[0][0].length;
    const frame = Math.max(currentFrame, this.next ?? 0);
    if (this.next === null) {
      this.ring.begin(frame);
      this.port.postMessage(BEGUN);
    } else if (frame > this.next && frame - this.next < LONGEST_HOLE_S * sampleRate)
      this.ring.skip(frame - this.next, Math.ceil((frame - this.next) / length));
    if (this.mixed.length !== length) this.mixed = new Float32Array(length);
    mix(inputs[0], this.mixed);
    this.ring.write(this.mixed);
    this.next = frame + length;
    return true;
  }
}

function mix(channels: readonly Float32Array[], into: Float32Array): void {
  into.fill(0);
  for (const channel of channels)
    for (let i = 0; i < into.length; i++) into[i] += channel[i] / channels.length;
}

registerProcessor(LISTEN_PROCESSOR, ListenProcessor);
