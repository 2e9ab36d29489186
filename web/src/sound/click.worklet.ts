/**
 * The click in the audio thread: the core's renderer, block by block, from a schedule that came with the node. It
 * keeps its own frame counter, because `currentFrame` can stand still for a block while the main thread is busy.
 */
import { type Renderer, createRenderer, recordMixer } from '@feldspar/core/sound';
import { TimeZero } from './time-zero.ts';
import {
  CLICK_PROCESSOR,
  type ClickChange,
  type ClickMessage,
  type ClickOptions,
  type ClickSound,
  type WorkletMessage,
  schedulesOf,
} from './worklet-protocol.ts';

const PULSE_S = 0.25;

class ClickProcessor extends AudioWorkletProcessor {
  /** One for both ears, or one for each. */
  private renderers: Renderer[];
  private sound: ClickSound;
  private readonly leadS: number;
  private readonly toldZero: TimeZero | null;
  private zeroFrame: number | null = null;
  private nextFrame = 0;
  private nextPulse = 0;
  private begun = false;
  private ended = false;
  private scratch = new Float32Array(128);

  constructor({ processorOptions }: { processorOptions: ClickOptions }) {
    super();
    this.sound = processorOptions;
    this.leadS = processorOptions.leadS;
    this.toldZero = processorOptions.zero ? TimeZero.in(processorOptions.zero) : null;
    this.renderers = renderersOf(processorOptions);
    this.port.onmessage = ({ data }: MessageEvent<ClickMessage>) => {
      if (data === 'begin') this.begun = true;
      else if (data === 'stop') this.ended = true;
      else this.change(data);
    };
  }

  process(_inputs: Float32Array[][], outputs: Float32Array[][]): boolean {
    // A block is asked for whether or not anybody is connected to hear it.
    if (!this.begun) return !this.ended;
    const channels = outputs[0];
    const length = channels[0].length;
    const frame = Math.max(currentFrame, this.nextFrame);
    if (this.zeroFrame === null) this.beginAt(frame + Math.round(this.leadS * sampleRate));
    const at = frame - this.zeroFrame!;
    if (this.scratch.length !== length) this.scratch = new Float32Array(length);
    channels.forEach((channel, c) => {
      // A channel beyond the last sounds like that one.
      if (c < this.renderers.length) this.renderers[c].fill(this.scratch, at);
      channel.set(this.scratch);
    });
    this.nextFrame = frame + length;

    if (frame >= this.nextPulse) {
      this.say({ type: 'pulse' });
      this.nextPulse = frame + PULSE_S * sampleRate;
    }
    if (!this.ended && !this.sound.loop && at >= this.sound.endS * sampleRate) {
      this.ended = true;
      this.say({ type: 'ended' });
    }
    return !this.ended;
  }

  private change(next: ClickChange): void {
    const old = framesOf(this.sound);
    this.sound = next;
    this.renderers = renderersOf(next);
    if (this.zeroFrame === null) return;
    const at = this.nextFrame - this.zeroFrame;
    const place = Math.round((at > 0 ? at % old : at) * next.stretch);
    // One round on, so that what rang at the loop's end rings on.
    const round = next.loop && at > 0 ? framesOf(next) : 0;
    this.beginAt(this.nextFrame - round - (next.loop ? place % framesOf(next) : place));
  }

  private beginAt(frame: number): void {
    this.zeroFrame = frame;
    if (this.toldZero) this.toldZero.frame = frame;
    const { loop, endS } = this.sound;
    this.say({ type: 'zero', frame, loopS: loop ? endS : null });
  }

  private say(message: WorkletMessage): void {
    this.port.postMessage(message);
  }
}

const framesOf = ({ endS }: ClickSound) => Math.max(1, Math.round(endS * sampleRate));

function renderersOf(sound: ClickSound): Renderer[] {
  const { words, loop, record } = sound;
  const options = { words, ...(loop ? { loopFrames: framesOf(sound) } : {}) };
  const mixer = record && recordMixer(record.on, record.sound);
  return schedulesOf(sound).map((clicks, channel) =>
    createRenderer(clicks, sampleRate, {
      ...options,
      ...(mixer ? { beside: (out, fromFrame) => mixer.mix(out, channel, fromFrame) } : {}),
    }),
  );
}

registerProcessor(CLICK_PROCESSOR, ClickProcessor);
