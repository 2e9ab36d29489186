/**
 * One performance on the stage: clicks sound, taps come in, a take comes out. The take is written to the outbox
 * while it is played, so nothing is lost if the page goes away.
 */
import { type Plan, type Timeline, compile } from '@feldspar/core/plan';
import { type Take, type TakeHit, clockOf } from '@feldspar/core/take';
import { type PlayingClicks, playClicks } from '../audio/click-player.ts';
import { judgingOf } from '../local/judging.ts';
import { discard, keep, lockName } from '../local/outbox.ts';
import { latencyOf } from '../rig/rig-store.ts';
import type { Tap, TapInput } from './taps.ts';
import { keepAwake } from './wake-lock.ts';

export interface SessionOptions {
  plan: Plan;
  planId: string | null;
  playerId: string | null;
  /** The take is complete and in the outbox. */
  onDone(take: Take): void;
  /** It ran to its end and nobody tapped: there is no take. */
  onNothing(): void;
  onError(error: unknown): void;
}

export interface Session {
  timeline: Timeline;
  positionS(performanceMs: number): number | null;
  tap(tap: Tap): void;
  /** The key or pointer of a tap was let go. */
  release(source: string, stampMs: number): void;
  tapCount(): number;
  /** Hits so far on the timeline, by the live clock; for feedback on the screen only. */
  liveHits(): number[];
  /** Ends now. The take is kept when something was played after the count-in. */
  stop(): void;
  /** The stage is being left some other way: as `stop`, but nobody waits for the reading. */
  leave(): void;
}

const KEEP_EVERY_MS = 2000;
/** An audio device that has been silent so long is gone (unplugged, taken by the system): the take ends there. */
const DEAD_AFTER_MS = 5000;

export async function startSession(options: SessionOptions): Promise<Session> {
  const { plan, planId, playerId, onDone, onNothing, onError } = options;
  const timeline = compile(plan);
  const id = crypto.randomUUID();
  const startedAt = new Date().toISOString();
  const taps: Tap[] = [];
  let over = false;
  let releaseLock: () => void = () => undefined;

  const clicks: PlayingClicks = await playClicks(timeline, () => finish(null));
  void navigator.locks?.request(lockName(id), () => new Promise<void>((resolve) => (releaseLock = resolve)));
  const letSleep = keepAwake();
  const keeper = setInterval(() => {
    const now = performance.now();
    if (clicks.quietMs(now) > DEAD_AFTER_MS) finish(clicks.positionS(now - clicks.quietMs(now)) ?? 0);
    else if (taps.length > 0) keep(takeUntil(position(), false), 'playing').catch(onError);
  }, KEEP_EVERY_MS);

  const position = () => clicks.positionS(performance.now()) ?? 0;

  /** While playing, the live clock is good enough; at the end every anchor is heard. Measuring maps anew anyway. */
  function takeUntil(stoppedAtS: number | null, complete: boolean): Take {
    const clock = clicks.clockFacts();
    const map = complete && clock ? clockOf(clock) : null;
    const hits: TakeHit[] = taps.map(({ stampMs, voice, releasedMs }) => ({
      timeS: map && clock ? map.contextS(stampMs) - clock.zeroContextS : (clicks.positionS(stampMs) ?? 0),
      stampMs,
      ...(voice ? { voice } : {}),
      ...(releasedMs === undefined ? {} : { lengthS: Math.max(0, releasedMs - stampMs) / 1000 }),
    }));
    const judging = judgingOf(playerId);
    return {
      format: 'feldspar-take',
      version: 1,
      id,
      playerId,
      planId,
      plan,
      startedAt,
      stoppedAtS,
      input: inputOf(taps),
      hits,
      clock,
      latencyMs: latencyOf(clicks.output.key, mostUsed(taps)),
      simulated: null,
      note: '',
      ...(judging ? { judging } : {}),
    };
  }

  function close(): void {
    over = true;
    clearInterval(keeper);
    clicks.stop();
    letSleep();
    releaseLock();
  }

  function finish(stoppedAtS: number | null, then = onDone): void {
    if (over) return;
    if (taps.length === 0) {
      close();
      onNothing();
      return;
    }
    try {
      const ranOut = stoppedAtS === null || stoppedAtS >= timeline.endS;
      const take = takeUntil(ranOut ? null : stoppedAtS, true);
      close();
      keep(take, 'waiting').then(() => then(take), onError);
    } catch (error) {
      close();
      onError(error);
    }
  }

  function abandon(): void {
    if (over) return;
    close();
    discard(id).catch(onError);
  }

  function end(then: SessionOptions['onDone']): void {
    const now = position();
    const firstTarget = timeline.targets[0]?.timeS ?? Infinity;
    if (taps.length > 0 && now > firstTarget) finish(now, then);
    else abandon();
  }

  return {
    timeline,
    positionS: clicks.positionS,
    tap(tap) {
      if (!over) taps.push(tap);
    },
    release(source, stampMs) {
      const held = taps.findLast((tap) => tap.source === source);
      if (held && !over) held.releasedMs ??= stampMs;
    },
    tapCount: () => taps.length,
    liveHits: () => taps.flatMap(({ stampMs }) => clicks.positionS(stampMs) ?? []),
    stop: () => end(onDone),
    leave: () => end(() => undefined),
  };
}

function inputOf(taps: readonly Tap[]): TapInput | 'mixed' {
  const inputs = new Set(taps.map((tap) => tap.input));
  if (inputs.size > 1) return 'mixed';
  return taps[0]?.input ?? 'keys';
}

function mostUsed(taps: readonly Tap[]): TapInput {
  const count = (input: TapInput) => taps.filter((tap) => tap.input === input).length;
  return (['keys', 'touch', 'pointer'] as const).reduce((most, input) =>
    count(input) > count(most) ? input : most,
  );
}
