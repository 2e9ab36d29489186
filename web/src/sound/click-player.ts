/**
 * Plays a timeline's clicks through the audio worklet and keeps the clock: output timestamps for the take, and a live
 * map for the screen. `getOutputTimestamp` names the frame leaving the loudspeaker, the reported latency included.
 */
import { type ClockMap, fitClock } from '@feldspar/core/clock';
import type { Timeline } from '@feldspar/core/plan';
import type { RecordSound } from '@feldspar/core/sound';
import type { ClockFacts } from '@feldspar/core/take';
import { beginClicks, clicksReady, outputAnchor, soundOf } from './click-node.ts';
import { type OutputFacts, milliseconds, outputFacts } from './output.ts';
import type { TimeZero } from './time-zero.ts';
import type { WorkletMessage } from './worklet-protocol.ts';

/** Time for the first click to be on its way, and for a breath. */
const LEAD_S = 0.6;
/** After the last bar, for a late last note. */
const TAIL_S = 0.7;
/** The live map looks back so many anchors (about twelve seconds). */
const LIVE_ANCHORS = 48;

export interface PlayingClicks {
  /** Timeline seconds now leaving the loudspeaker; null until the clock has spoken. */
  positionS(performanceMs: number): number | null;
  /** How long the audio thread has said nothing; it speaks four times a second while it lives. */
  quietMs(performanceMs: number): number;
  clockFacts(): ClockFacts | null;
  output: OutputFacts;
  stop(): void;
}

/** What else is to live in the same audio context, and on its clock: what listens. */
export interface Beside {
  /** @throws what keeps it from playing at all. */
  attach(context: AudioContext): Promise<void>;
  /** Where it is told the context frame of the timeline's time zero. */
  readonly zero: TimeZero;
}

/**
 * @param onEnd called once, from the audio thread's word, when the timeline has run out.
 * @param signal gives up the start; once it plays, `stop` ends it.
 * @throws Error when the browser gives no audio; the signal's reason when it was given up.
 */
export async function playClicks(
  timeline: Timeline,
  onEnd: () => void,
  signal?: AbortSignal,
  beside?: Beside,
  record?: RecordSound | null,
): Promise<PlayingClicks> {
  signal?.throwIfAborted();
  const context = new AudioContext({ latencyHint: 'interactive' });
  let node: AudioWorkletNode;
  try {
    const made = await clicksReady(context, soundOf(timeline, context, { tailS: TAIL_S, record }));
    await context.resume();
    await beside?.attach(context);
    signal?.throwIfAborted();
    // Only now: whoever listens hears the count-in too.
    node = made(LEAD_S, beside?.zero);
  } catch (error) {
    void context.close();
    throw error;
  }
  let zeroContextS: number | null = null;
  let live: ClockMap | null = null;
  let lastWordMs = performance.now();
  const anchors: [number, number][] = [];

  node.port.onmessage = ({ data }: MessageEvent<WorkletMessage>) => {
    lastWordMs = performance.now();
    if (data.type === 'zero') zeroContextS = data.frame / context.sampleRate;
    readClock();
    if (data.type === 'ended') onEnd();
  };
  beginClicks(node);

  function readClock(): void {
    const anchor = outputAnchor(context);
    if (!anchor || anchor[0] <= (anchors.at(-1)?.[0] ?? 0)) return;
    anchors.push(anchor);
    live = fitClock(
      anchors.slice(-LIVE_ANCHORS).map(([performanceMs, contextS]) => ({ performanceMs, contextS })),
    );
  }

  return {
    positionS: (performanceMs) =>
      live && zeroContextS !== null ? live.contextS(performanceMs) - zeroContextS : null,
    quietMs: (performanceMs) => performanceMs - lastWordMs,
    clockFacts: () =>
      zeroContextS === null || anchors.length === 0
        ? null
        : {
            sampleRateHz: context.sampleRate,
            zeroContextS,
            anchors: [...anchors],
            baseLatencyMs: milliseconds(context.baseLatency),
            outputLatencyMs: milliseconds(context.outputLatency),
          },
    output: outputFacts(context),
    stop() {
      node.port.onmessage = null;
      node.disconnect();
      void context.close();
    },
  };
}
