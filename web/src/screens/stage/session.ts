/**
 * One performance on the stage: clicks sound, taps come in, a take comes out. What was played is kept in the browser while it is
 * played, so nothing is lost if the page goes away.
 */
import type { Judging } from '@feldspar/core/timing';
import { isSignal } from '@feldspar/core/live';
import { type Plan, type Timeline, compile } from '@feldspar/core/plan';
import type { RecordSound } from '@feldspar/core/sound';
import { type Take, type TakeHit, clockOf, isPlayed } from '@feldspar/core/take';
import { type PlayingClicks, playClicks } from '../../sound/click-player.ts';
import { abandonTake, finishTake, keepPiece, lockName } from '../../data/outbox/playing.ts';
import { latencyOf } from '../../device/rig-store.ts';
import type { Tap, TapInput } from '../../input/taps.ts';
import type { ByEar } from '../../parts/listening/by-ear.ts';
import type { OutputFacts } from '../../sound/output.ts';
import { keepRecording } from './keep-recording.ts';
import { keepAwake } from '../../device/wake-lock.ts';

export interface SessionOptions {
  plan: Plan;
  planId: string | null;
  playerId: string | null;
  /** How it is judged; as usual where it is null. */
  judging: Judging | null;
  /** What listens, where something does; keys and the screen make no hits then. */
  ear?: ByEar | undefined;
  /** The MIDI device that is played on. */
  midi?: Take['midi'];
  /** The sound of the plan's record, where it has one. */
  record?: RecordSound | null;
  /** Ends it at any moment, the waking up of the audio included: as `stop`, but nobody waits for the reading. */
  signal: AbortSignal;
  /** The take is complete and in the outbox. */
  onDone(take: Take): void;
  /** Nobody played after the count-in: there is no take. */
  onNothing(): void;
  onError(error: unknown): void;
}

export interface Session {
  timeline: Timeline;
  positionS(performanceMs: number): number | null;
  tap(tap: Tap): void;
  /** The key or pointer of a tap was let go. */
  release(source: string, stampMs: number): void;
  /** When a moment of the timeline is heard, on the performance line; null until the clock has spoken. */
  stampOf(timelineS: number): number | null;
  tapCount(): number;
  /** Hits so far on the timeline, by the live clock; for feedback on the screen only. */
  liveHits(): number[];
  /** Ends now. The take is kept when something was played after the count-in. */
  stop(): void;
}

/** What was played is at most so old when the page goes away without a word. */
const KEEP_EVERY_MS = 700;
/** A page that is held up may be told of the end first, and of what was struck before it only then: it waits so long for that. */
const STRAGGLERS_MS = 150;
/** An audio device that has been silent so long is gone (unplugged, taken by the system): the take ends there. */
const DEAD_AFTER_MS = 5000;

/** @throws the signal's reason when it was ended before it began; Error when the browser gives no audio. */
export async function startSession(options: SessionOptions): Promise<Session> {
  const { plan, planId, playerId, judging, signal, ear, midi, onDone, onNothing, onError } = options;
  const timeline = compile(plan);
  const id = crypto.randomUUID();
  const startedAt = new Date().toISOString();
  const taps: Tap[] = [];
  let over = false;
  let endedMs = Infinity;
  let releaseLock: () => void = () => undefined;

  const clicks: PlayingClicks = await playClicks(
    timeline,
    () => {
      endedMs = performance.now();
      setTimeout(() => finish(null), STRAGGLERS_MS);
    },
    signal,
    ear?.listening,
    options.record,
  );
  let unplugged = false;
  // Made before the lock is asked for: it may be granted only when all is over, and is let go of then at once.
  const untilOver = new Promise<void>((resolve) => (releaseLock = resolve));
  void navigator.locks?.request(lockName(id), () => untilOver);
  const letSleep = keepAwake();
  const kept = { hits: 0, anchors: 0, lengths: new Set<Tap>() };
  const keeper = setInterval(() => {
    const now = performance.now();
    if (clicks.quietMs(now) > DEAD_AFTER_MS) finish(clicks.positionS(now - clicks.quietMs(now)) ?? 0);
    else keepNow();
  }, KEEP_EVERY_MS);
  // The page may not come back from being hidden.
  document.addEventListener('visibilitychange', keepNow);
  const onLeave = () => end(() => undefined);
  signal.addEventListener('abort', onLeave);

  /** How long the sound takes to leave is known only while it sounds. */
  const output = (): OutputFacts => {
    const outputLatencyMs = clicks.clockFacts()?.outputLatencyMs ?? clicks.output.outputLatencyMs;
    return { ...clicks.output, outputLatencyMs };
  };
  const count = () => (ear ? ear.count() : taps.length);
  const position = () => clicks.positionS(performance.now()) ?? 0;

  /** While playing, the live clock is good enough; at the end every anchor is heard. Measuring maps anew anyway. */
  function takeUntil(stoppedAtS: number | null, complete: boolean): Take {
    const clock = clicks.clockFacts();
    const map = complete && clock ? clockOf(clock) : null;
    const tapped = (): TakeHit[] =>
      taps.map(({ stampMs, voice, strength, releasedMs }) => ({
        timeS: map && clock ? map.contextS(stampMs) - clock.zeroContextS : (clicks.positionS(stampMs) ?? 0),
        stampMs,
        ...(voice ? { voice } : {}),
        ...(strength === undefined ? {} : { strength }),
        ...(releasedMs === undefined ? {} : { lengthS: Math.max(0, releasedMs - stampMs) / 1000 }),
      }));
    return {
      format: 'feldspar-take',
      version: 1,
      id,
      playerId,
      planId,
      plan,
      startedAt,
      stoppedAtS,
      input: ear ? 'microphone' : inputOf(taps),
      hits: ear ? [] : tapped(),
      clock,
      latencyMs: ear ? ear.latencyMs(output()) : latencyOf(clicks.output.key, mostUsed(taps)),
      simulated: null,
      note: '',
      ...(midi ? { midi } : {}),
      ...(judging ? { judging } : {}),
      ...(ear && clock ? ear.soFar(clock, output()) : {}),
    };
  }

  /** Adds what came since the last time: hits, anchors of the clock, and what was let go. */
  function keepNow(): void {
    if (over || count() === 0) return;
    const clock = clicks.clockFacts();
    const { anchors = [], ...output } = clock ?? {};
    const { hits } = takeUntil(null, false);
    const lengths = taps
      .slice(0, kept.hits)
      .flatMap((tap, i): [number, number][] =>
        tap.releasedMs === undefined || kept.lengths.has(tap) ? [] : [[i, hits[i].lengthS ?? 0]],
      );
    const piece = { hits: hits.slice(kept.hits), anchors: anchors.slice(kept.anchors), lengths };
    for (const tap of taps) if (tap.releasedMs !== undefined) kept.lengths.add(tap);
    kept.hits = hits.length;
    kept.anchors = anchors.length;
    const head = { ...takeUntil(null, false), hits: [], clock: null };
    void keepPiece(
      {
        id,
        take: head,
        positionS: position(),
        ...(clock ? { clock: output as Omit<typeof clock, 'anchors'> } : {}),
      },
      piece,
    );
  }

  function close(): void {
    over = true;
    clearInterval(keeper);
    document.removeEventListener('visibilitychange', keepNow);
    signal.removeEventListener('abort', onLeave);
    clicks.stop();
    letSleep();
  }

  function finish(stoppedAtS: number | null, then = onDone): void {
    if (over) return;
    try {
      const ranOut = stoppedAtS === null || stoppedAtS >= timeline.endS;
      const take = takeUntil(ranOut ? null : stoppedAtS, true);
      close();
      settle(take)
        .then((whole) => (whole ? then(whole) : onNothing()), onError)
        .finally(releaseLock);
    } catch (error) {
      close();
      ear?.listening.close();
      releaseLock();
      onError(error);
    }
  }

  /** Kept, or nothing where nobody played: taps of the count-in alone are no take. */
  async function settle(take: Take): Promise<Take | null> {
    const heard = ear && take.clock ? await ear.whole(take.clock, output(), unplugged) : null;
    ear?.listening.close();
    const whole: Take = { ...take, ...heard?.part };
    const hits = whole.hits.map(({ timeS }) => ({ timeS: timeS - (ear ? whole.latencyMs / 1000 : 0) }));
    if (!isPlayed(timeline, hits)) {
      await abandonTake(id);
      return null;
    }
    // A sound that cannot be kept is no reason to lose the take.
    const recording =
      heard?.recording && (await keepRecording(whole, heard.recording).catch(() => undefined));
    if (recording) whole.recording = recording;
    await finishTake(whole);
    return whole;
  }

  const end = (then: SessionOptions['onDone']) => finish(position(), then);
  ear?.onClap((clapped) => {
    const clock = clicks.clockFacts();
    if (over || !clock) return;
    const lateS = ear.latencyMs(output()) / 1000;
    const at = (frame: number) => frame / clock.sampleRateHz - clock.zeroContextS - lateS;
    const firstS = at(clapped.firstFrame);
    if (!isSignal(timeline, { firstS, secondS: at(clapped.secondFrame) })) return;
    ear.endBefore(clapped);
    finish(firstS);
  });
  ear?.listening.source.onGone(() => {
    unplugged = true;
    end(onDone);
  });

  return {
    timeline,
    positionS: clicks.positionS,
    tap(tap) {
      if (!over && !ear && tap.stampMs <= endedMs) taps.push(tap);
    },
    release(source, stampMs) {
      const held = taps.findLast((tap) => tap.source === source);
      if (held && !over) held.releasedMs ??= stampMs;
    },
    stampOf(timelineS) {
      const now = performance.now();
      const positionS = clicks.positionS(now);
      return positionS === null ? null : now + 1000 * (timelineS - positionS);
    },
    tapCount: count,
    liveHits() {
      if (!ear) return taps.flatMap(({ stampMs }) => clicks.positionS(stampMs) ?? []);
      const clock = clicks.clockFacts();
      const lateS = ear.latencyMs(output()) / 1000;
      return clock ? ear.hits(clock).map(({ timeS }) => timeS - lateS) : [];
    },
    stop: () => end(onDone),
  };
}

function inputOf(taps: readonly Tap[]): TapInput | 'mixed' {
  const inputs = new Set(taps.map((tap) => tap.input));
  if (inputs.size > 1) return 'mixed';
  return taps[0]?.input ?? 'keys';
}

function mostUsed(taps: readonly Tap[]): TapInput {
  const count = (input: TapInput) => taps.filter((tap) => tap.input === input).length;
  return (['keys', 'touch', 'pointer', 'midi'] as const).reduce((most, input) =>
    count(input) > count(most) ? input : most,
  );
}
