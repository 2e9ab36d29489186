/**
 * The click in the audio thread: the core's renderer, block by block, from a schedule that came with the node. It
 * keeps its own frame counter, because `currentFrame` can stand still for a block while the main thread is busy.
 */
import { type Renderer, createRenderer } from '@feldspar/core/sound';
import { CLICK_PROCESSOR, type ClickOptions, type WorkletMessage } from './worklet-protocol.ts';

const PULSE_S = 0.25;

class ClickProcessor extends AudioWorkletProcessor {
  private readonly renderer: Renderer;
  private readonly options: ClickOptions;
  private zeroFrame: number | null = null;
  private nextFrame = 0;
  private nextPulse = 0;
  private ended = false;
  private scratch = new Float32Array(128);

  constructor({ processorOptions }: { processorOptions: ClickOptions }) {
    super();
    this.options = processorOptions;
    this.renderer = createRenderer(processorOptions.schedule, sampleRate);
  }

  process(_inputs: Float32Array[][], outputs: Float32Array[][]): boolean {
    const channels = outputs[0];
    const length = channels[0].length;
    const frame = Math.max(currentFrame, this.nextFrame);
    if (this.zeroFrame === null) {
      this.zeroFrame = frame + Math.round(this.options.leadS * sampleRate);
      this.say({ type: 'zero', frame: this.zeroFrame });
    }
    if (this.scratch.length !== length) this.scratch = new Float32Array(length);
    this.renderer.fill(this.scratch, frame - this.zeroFrame);
    for (const channel of channels) channel.set(this.scratch);
    this.nextFrame = frame + length;

    if (frame >= this.nextPulse) {
      this.say({ type: 'pulse' });
      this.nextPulse = frame + PULSE_S * sampleRate;
    }
    if (!this.ended && frame >= this.zeroFrame + this.options.endS * sampleRate) {
      this.ended = true;
      this.say({ type: 'ended' });
    }
    return !this.ended;
  }

  private say(message: WorkletMessage): void {
    this.port.postMessage(message);
  }
}

registerProcessor(CLICK_PROCESSOR, ClickProcessor);
