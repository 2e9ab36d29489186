/**
 * Hearing something while working at it: one timeline after another through the click worklet, in one audio context,
 * each starting anew a moment after it was asked for. No clock is kept; for playing there is the click player.
 */
import type { Timeline } from '@feldspar/core/plan';
import { scheduleOf } from '@feldspar/core/sound';
import workletUrl from './click.worklet.ts?worker&url';
import { CLICK_PROCESSOR, type ClickOptions, type WorkletMessage } from './worklet-protocol.ts';

const LEAD_S = 0.06;

export interface Hearing {
  /** @throws Error when the browser gives no audio. */
  play(timeline: Timeline): Promise<void>;
  silence(): void;
  close(): void;
}

/** @param onEnd called when a timeline has run out by itself. */
export function openHearing(onEnd: () => void): Hearing {
  let context: AudioContext | null = null;
  let ready: Promise<void> | null = null;
  let node: AudioWorkletNode | null = null;
  let latest = 0;

  function silence(): void {
    latest++;
    if (!node) return;
    node.port.onmessage = null;
    node.disconnect();
    node = null;
  }

  return {
    async play(timeline) {
      silence();
      const turn = latest;
      context ??= new AudioContext({ latencyHint: 'interactive' });
      ready ??= context.audioWorklet.addModule(workletUrl);
      try {
        await ready;
      } catch (error) {
        // The next attempt asks anew.
        ready = null;
        throw error;
      }
      await context.resume();
      // Something else was asked for while the audio was waking up.
      if (turn !== latest) return;
      const processorOptions: ClickOptions = {
        schedule: scheduleOf(timeline),
        leadS: LEAD_S,
        endS: timeline.endS,
      };
      node = new AudioWorkletNode(context, CLICK_PROCESSOR, {
        numberOfInputs: 0,
        outputChannelCount: [1],
        processorOptions,
      });
      node.port.onmessage = ({ data }: MessageEvent<WorkletMessage>) => {
        if (data.type === 'ended') onEnd();
      };
      node.connect(context.destination);
    },
    silence,
    close() {
      silence();
      void context?.close();
      context = null;
      ready = null;
    },
  };
}
