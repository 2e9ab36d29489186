/** A click worklet's node, with everything it is to play. */
import type { RecordOnTimeline, Timeline } from '@feldspar/core/plan';
import { type RecordSound, scheduleOf } from '@feldspar/core/sound';
import { recordLevelDb } from '../device/record-level.ts';
import { rig } from '../device/rig-store.ts';
import { throughRig } from './sound-of-rig.ts';
import workletUrl from './click.worklet.ts?worker&url';
import type { TimeZero } from './time-zero.ts';
import { wordsFor } from './count-words.ts';
import {
  CLICK_PROCESSOR,
  type ClickMessage,
  type ClickOptions,
  type ClickSound,
  schedulesOf,
} from './worklet-protocol.ts';

const modules = new WeakMap<AudioContext, Promise<void>>();

/**
 * @returns what makes the node, once all is loaded. Its time stands still until `beginClicks`.
 * @throws Error when the worklet or the spoken words cannot be loaded.
 */
export async function clicksReady(
  context: AudioContext,
  sound: Promise<ClickSound>,
): Promise<(leadS: number, zero?: TimeZero) => AudioWorkletNode> {
  let module = modules.get(context);
  if (!module) {
    module = context.audioWorklet.addModule(workletUrl);
    modules.set(context, module);
    // The next attempt asks anew.
    module.catch(() => modules.delete(context));
  }
  await module;
  const whole = await sound;
  return (leadS, zero) => {
    const processorOptions: ClickOptions = { ...whole, leadS, zero: zero?.buffer };
    return new AudioWorkletNode(context, CLICK_PROCESSOR, {
      numberOfInputs: 0,
      outputChannelCount: [schedulesOf(whole).length],
      processorOptions,
    });
  };
}

/** Its time begins only when it is connected: were the page held up between making and connecting it, the first clicks would be lost. */
export function beginClicks(node: AudioWorkletNode): void {
  node.connect(node.context.destination);
  say(node, 'begin');
}

/** For good: a node that is only disconnected goes on computing what nobody hears. */
export function stopClicks(node: AudioWorkletNode): void {
  node.port.onmessage = null;
  say(node, 'stop');
  node.disconnect();
}

export function say(node: AudioWorkletNode, message: ClickMessage): void {
  node.port.postMessage(message);
}

export interface SoundOptions {
  /** Silence after the last bar, for a late last note. */
  tailS?: number;
  loop?: boolean;
  /** Of the timeline's record, at the context's rate. */
  record?: RecordSound | null;
}

/** What a timeline sounds like in a context. */
export async function soundOf(
  timeline: Timeline,
  { sampleRate }: AudioContext,
  { tailS = 0, loop = false, record }: SoundOptions = {},
): Promise<ClickSound> {
  const schedule = scheduleOf(throughRig(timeline, rig()));
  if (record && record.sampleRateHz !== sampleRate)
    throw new Error('The sound output has changed since the record was made ready. Start once more.');
  const along = timeline.record && record ? { record: { on: atLevel(timeline.record), sound: record } } : {};
  return {
    ...along,
    schedule,
    words: await wordsFor(schedule, sampleRate),
    endS: timeline.endS + tailS,
    loop,
  };
}

const atLevel = (on: RecordOnTimeline): RecordOnTimeline => ({ ...on, gainDb: on.gainDb + recordLevelDb() });

/** [performance ms, context s] of what is leaving the loudspeaker now, or null while the context has not begun. */
export function outputAnchor(context: AudioContext): [number, number] | null {
  const { performanceTime, contextTime } = context.getOutputTimestamp();
  if (performanceTime && contextTime) return [performanceTime, contextTime];
  if (performanceTime === undefined && context.currentTime > 0) {
    // A browser without output timestamps: the frame being computed now is heard after both latencies.
    return [performance.now(), context.currentTime - context.baseLatency - (context.outputLatency ?? 0)];
  }
  return null;
}
