/** Plays a stretch of a recording, slower where that is wished, with a click on the strokes. */
import { voiceSamples } from '@feldspar/core/sound';
import { outputAnchor } from '../../sound/click-node.ts';
import { type OutputFacts, outputFacts } from '../../sound/output.ts';
import { stretchOf } from '../../workers/hear.ts';
import type { SoundAt } from '../../workers/sound-bytes.ts';

/** Longer ones are heard in parts. */
export const LONGEST_HEARD_S = 120;
const CLICK = 'high';
const CLICK_GAIN = 1.6;

export interface HowPlayed {
  at: SoundAt;
  side: 'mix' | 'left' | 'right';
  fromS: number;
  toS: number;
  /** 1, or less for slower; the sound gets lower with it. */
  speed: number;
  /** Clicks at these moments of the recording; null for none. */
  clicksS: readonly number[] | null;
  /** Told where it is, and null at its end. */
  onPosition(timeS: number | null): void;
}

export interface Hearing {
  stop(): void;
  /** Second of the recording that leaves the loudspeaker at a moment of the performance line; null while that is not known. */
  heardAtS(performanceMs: number): number | null;
  output: OutputFacts;
}

/** @throws Error where the browser gives no audio, or the sound is not there. */
export async function playStretch({
  at,
  side,
  fromS,
  toS,
  speed,
  clicksS,
  onPosition,
}: HowPlayed): Promise<Hearing> {
  const context = new AudioContext();
  const end = () => {
    cancelAnimationFrame(frame);
    onPosition(null);
    void context.close().catch(() => undefined);
  };
  let frame = 0;
  try {
    const untilS = Math.min(toS, fromS + LONGEST_HEARD_S);
    const { samples, sampleRateHz } = await stretchOf(at, side, fromS, untilS);
    if (samples.length === 0) throw new Error('There is no sound in this stretch.');
    const buffer = context.createBuffer(1, samples.length, sampleRateHz);
    buffer.copyToChannel(samples as Float32Array<ArrayBuffer>, 0);
    const sound = new AudioBufferSourceNode(context, { buffer, playbackRate: speed });
    sound.connect(context.destination);
    await context.resume();
    const startS = context.currentTime + 0.1;
    sound.start(startS);
    const inside = (clicksS ?? []).filter((timeS) => timeS >= fromS && timeS < untilS);
    if (inside.length > 0) {
      const click = voiceSamples(CLICK, false, context.sampleRate);
      const clicks = context.createBuffer(1, click.length, context.sampleRate);
      clicks.copyToChannel(click.map((value) => value * CLICK_GAIN) as Float32Array<ArrayBuffer>, 0);
      for (const timeS of inside) {
        const source = new AudioBufferSourceNode(context, { buffer: clicks });
        source.connect(context.destination);
        source.start(startS + (timeS - fromS) / speed);
      }
    }
    sound.onended = end;
    const tell = () => {
      onPosition(Math.max(fromS, fromS + (context.currentTime - startS) * speed));
      frame = requestAnimationFrame(tell);
    };
    tell();
    return {
      stop() {
        sound.onended = null;
        end();
      },
      heardAtS(performanceMs) {
        const anchor = outputAnchor(context);
        if (!anchor) return null;
        const heardS = anchor[1] + (performanceMs - anchor[0]) / 1000;
        return fromS + (heardS - startS) * speed;
      },
      output: outputFacts(context),
    };
  } catch (error) {
    end();
    throw error;
  }
}
