/** What a microphone hears of a take: strokes as they come, and the whole once more at its end. */
import type { Plan } from '@feldspar/core/plan';
import type { ClockFacts, Listening as ListeningFacts, Take, TakeHit } from '@feldspar/core/take';
import type { Microphone } from '../../device/rig-store.ts';
import { loopbackOf } from '../../device/rig-store.ts';
import { type Listening, listenTo } from './listening.ts';
import type { SoundSource } from './sound-source.ts';
import type { OutputFacts } from '../../sound/output.ts';
import type { HeardNow, HeardWhole } from '../../workers/live.ts';

export type HeardClap = NonNullable<HeardNow['clapped']>;

type HeardPart = Pick<Take, 'hits' | 'latencyMs' | 'listening'>;

export interface ByEar {
  listening: Listening;
  /** Strokes so far. */
  count(): number;
  /** So far, the delay not taken off. */
  hits(clock: ClockFacts): TakeHit[];
  /** Called at a double clap, where it is listened for. */
  onClap(call: (clapped: HeardClap) => void): void;
  /** What was heard from there on is no part of the take. */
  endBefore(clapped: HeardClap): void;
  latencyMs(output: OutputFacts): number;
  /** What the take holds of it while it is played. */
  soFar(clock: ClockFacts, output: OutputFacts): HeardPart;
  /** All that the take holds of it. Never fails: where it cannot be heard once more, what was told while it was played counts. */
  whole(
    clock: ClockFacts,
    output: OutputFacts,
    unplugged: boolean,
  ): Promise<{ part: HeardPart; recording: HeardWhole['recording'] }>;
}

/** Where a browser says nothing of the way in. */
const USUAL_INPUT_MS = 10;
/** Some milliseconds before a clap there is no other stroke. */
const CLAP_FRAMES = 480;

export function byEar(
  source: SoundSource,
  {
    plan,
    microphone,
    keeps,
    endsByClap = false,
    onHeard,
  }: {
    plan: Plan;
    microphone: Microphone;
    keeps: boolean;
    endsByClap?: boolean;
    onHeard(now: HeardNow): void;
  },
): ByEar {
  const strokes: { frame: number; strength: number }[] = [];
  let last: HeardNow | null = null;
  let onClap: (clapped: HeardClap) => void = () => undefined;
  let endFrame = Infinity;
  const listening = listenTo(source, {
    plan,
    kind: microphone.kind,
    countsVoice: microphone.countsVoice ?? false,
    clap: endsByClap ? 'too' : undefined,
    onHeard(now) {
      last = now;
      strokes.push(...now.strokes);
      onHeard(now);
      if (now.clapped) onClap(now.clapped);
    },
  });
  const inTake = ({ sampleRateHz, zeroContextS }: ClockFacts, stroke: Stroke): TakeHit => ({
    timeS: stroke.frame / sampleRateHz - zeroContextS,
    frame: stroke.frame,
    strength: stroke.strength,
    ...(stroke.lengthS === undefined ? {} : { lengthS: stroke.lengthS }),
  });
  const delayOf = (output: OutputFacts, heardS: number | null) =>
    delay(output, heardS, source, microphone.id);
  /** @param heard null while it is played, and where it could not be heard once more. */
  const partOf = (
    clock: ClockFacts,
    output: OutputFacts,
    heard: HeardWhole | null,
    unplugged: boolean,
  ): HeardPart => {
    const { latencyMs, latencyBy } = delayOf(output, heard ? heard.delayS : (last?.delayS ?? null));
    const { levels } = heard ?? last ?? {};
    return {
      hits: (heard?.strokes ?? strokes)
        .filter(({ frame }) => frame < endFrame)
        .map((stroke) => inTake(clock, stroke)),
      latencyMs,
      listening: {
        device: source.label,
        simulated: source.isSimulated,
        kind: heard?.kind ?? last?.kind ?? null,
        peakDb: levels?.peakDb ?? -120,
        roomDb: levels?.roomDb ?? -120,
        clipped: levels?.clipped ?? 0,
        clicks: heard?.clicks ?? last?.clicks ?? 0,
        latencyBy,
        hidden: heard?.hidden ?? 0,
        spoken: heard?.spoken ?? 0,
        unplugged,
        lostBlocks: heard?.lostBlocks ?? 0,
      },
    };
  };
  return {
    listening,
    count: () => strokes.length,
    hits: (clock) => strokes.map((stroke) => inTake(clock, stroke)),
    onClap: (call) => {
      onClap = call;
    },
    endBefore({ firstFrame }) {
      // Heard once more it may lie a sample beside.
      endFrame = firstFrame - CLAP_FRAMES;
    },
    latencyMs: (output) => delayOf(output, last?.delayS ?? null).latencyMs,
    soFar: (clock, output) => partOf(clock, output, null, false),
    async whole(clock, output, unplugged) {
      const heard = await listening.finish(keeps).catch(() => null);
      return { part: partOf(clock, output, heard, unplugged), recording: heard?.recording };
    },
  };
}

interface Stroke {
  frame: number;
  strength: number;
  lengthS?: number;
}

/** The way from the loudspeaker's buffer through the room into the page: heard in this take, measured before, or what the browser says. */
function delay(
  output: OutputFacts,
  heardS: number | null,
  { inputLatencyMs, isSimulated, label }: SoundSource,
  microphoneId: string,
): { latencyMs: number; latencyBy: ListeningFacts['latencyBy'] } {
  if (heardS !== null) return { latencyMs: 1000 * heardS, latencyBy: 'clicks' };
  const measured = isSimulated ? undefined : loopbackOf(output.key, microphoneId, label);
  if (measured) return { latencyMs: measured.ms, latencyBy: 'loopback' };
  const out = output.outputLatencyMs ?? output.baseLatencyMs ?? 0;
  return { latencyMs: out + (inputLatencyMs ?? USUAL_INPUT_MS), latencyBy: 'browser' };
}
