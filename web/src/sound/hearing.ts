/**
 * Hearing something while working at it: one timeline after another through the click worklet, in one audio context,
 * each starting anew a moment after it was asked for, or changed where it stands. No clock is kept; for playing there is
 * the click player.
 */
import type { Timeline } from '@feldspar/core/plan';
import { beginClicks, clicksReady, outputAnchor, say, soundOf, stopClicks } from './click-node.ts';
import type { WorkletMessage } from './worklet-protocol.ts';

const LEAD_S = 0.12;

export interface Hearing {
  /**
   * @param loop begins anew when it is over.
   * @throws Error when the browser gives no audio.
   */
  play(timeline: Timeline, loop?: boolean): Promise<void>;
  /** Goes on at the same place with other music; `stretch` times slower. */
  change(timeline: Timeline, loop: boolean, stretch: number): Promise<void>;
  /** Timeline seconds now heard; null in silence. */
  positionS(): number | null;
  silence(): void;
  close(): void;
}

/** @param onEnd called when a timeline has run out by itself. */
export function openHearing(onEnd: () => void): Hearing {
  let context: AudioContext | null = null;
  let node: AudioWorkletNode | null = null;
  let heard: { zeroFrame: number; loopS: number | null } | null = null;
  let latest = 0;

  function silence(): void {
    latest++;
    heard = null;
    if (!node) return;
    stopClicks(node);
    node = null;
  }

  async function play(timeline: Timeline, loop = false): Promise<void> {
    silence();
    const turn = latest;
    context ??= new AudioContext({ latencyHint: 'interactive' });
    const made = await clicksReady(context, soundOf(timeline, context, { loop }));
    await context?.resume();
    // Something else was asked for while the audio was waking up.
    if (turn !== latest || !context) return;
    node = made(LEAD_S);
    node.port.onmessage = ({ data }: MessageEvent<WorkletMessage>) => {
      if (data.type === 'ended') onEnd();
      if (data.type === 'zero') heard = { zeroFrame: data.frame, loopS: data.loopS };
    };
    beginClicks(node);
  }

  return {
    play,
    async change(timeline, loop, stretch) {
      // It is still waking up.
      if (!node || !context) return play(timeline, loop);
      const turn = ++latest;
      const sound = await soundOf(timeline, context, { loop });
      if (turn !== latest) return;
      say(node, { ...sound, stretch });
    },
    positionS() {
      const anchor = context && outputAnchor(context);
      if (!context || !anchor || !heard) return null;
      const contextS = anchor[1] + (performance.now() - anchor[0]) / 1000;
      const at = contextS - heard.zeroFrame / context.sampleRate;
      return heard.loopS === null || at < 0 ? at : at % heard.loopS;
    },
    silence,
    close() {
      silence();
      void context?.close();
      context = null;
    },
  };
}
