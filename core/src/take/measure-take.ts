/** From a raw take to its timeline and report. The one place where stamps become timeline seconds for measuring. */
import { type ClockMap, fitClock } from '../clock/index.ts';
import { type RecordOnTimeline, type Timeline, barIndexAt, beatSeconds, compile } from '../plan/index.ts';
import {
  type AloneIntervals,
  type Disturbance,
  type Hit,
  type MeasureOptions,
  type Report,
  aloneIntervals,
  measureWithAlone,
} from '../timing/index.ts';
import { type ClockFacts, INPUT_RESOLUTION_MS, ONE_SOUND_MS, type Take } from './take-schema.ts';

/** What measuring needs of a take. */
export type Measurable = Pick<Take, 'plan' | 'hits' | 'clock' | 'latencyMs' | 'stoppedAtS'> &
  Partial<Pick<Take, 'input' | 'judging'>>;

export interface MeasuredTake {
  timeline: Timeline;
  /** The hits on the timeline, latency not yet taken off; `report.matches` indexes them. */
  hits: Hit[];
  report: Report;
  /** What holding over several takes is estimated from. */
  alone: AloneIntervals;
}

/** @throws PlanError when the plan cannot be played by this version. */
export function measureTake(take: Measurable): MeasuredTake {
  const { timeline, hits, options } = prepared(take);
  return { timeline, hits, ...measureWithAlone(timeline, hits, options) };
}

/** @throws PlanError when the plan cannot be played by this version. */
export function aloneInTake(take: Measurable): AloneIntervals {
  const { timeline, hits, options } = prepared(take);
  return aloneIntervals(timeline, hits, options);
}

function prepared(take: Measurable): { timeline: Timeline; hits: Hit[]; options: MeasureOptions } {
  const { hits, disturbances } = onTimeline(take);
  const options = {
    latencyMs: take.latencyMs,
    disturbances,
    judging: take.judging ?? {},
    resolutionMs: take.input ? INPUT_RESOLUTION_MS[take.input] : 0,
    tellsApartMs: take.input && ONE_SOUND_MS[take.input],
  };
  return { timeline: playedTimeline(take, hits), hits, options };
}

/**
 * The part of the plan that was played. A take stopped by hand ends a beat after its last hit: the moment between the
 * last stroke and the stop key is not a row of missed notes.
 */
export function playedTimeline(take: Pick<Take, 'plan' | 'stoppedAtS'>, hits: readonly Hit[]): Timeline {
  const timeline = compile(take.plan);
  if (take.stoppedAtS === null) return timeline;
  const lastHitS = hits.reduce((latest, hit) => Math.max(latest, hit.timeS), 0);
  const beatS = beatSeconds(timeline.bars[barIndexAt(timeline.bars, lastHitS)]);
  return playedPart(timeline, Math.min(take.stoppedAtS, lastHitS + beatS));
}

export function clockOf(facts: ClockFacts): ClockMap {
  return fitClock(facts.anchors.map(([performanceMs, contextS]) => ({ performanceMs, contextS })));
}

/** Stamps are mapped again from the clock facts, so a better map serves old takes too. */
function onTimeline(take: Measurable): { hits: Hit[]; disturbances: Disturbance[] } {
  if (!take.clock || take.clock.anchors.length === 0) return { hits: take.hits, disturbances: [] };
  const clock = clockOf(take.clock);
  const { zeroContextS, sampleRateHz } = take.clock;
  const hits = take.hits.map((hit) => {
    // Loudspeaker and microphone share the audio context's own clock: nothing is to be fitted.
    if (hit.frame !== undefined) return { ...hit, timeS: hit.frame / sampleRateHz - zeroContextS };
    return hit.stampMs === undefined ? hit : { ...hit, timeS: clock.contextS(hit.stampMs) - zeroContextS };
  });
  const disturbances = clock.steps
    .map(({ performanceMs, lostMs }) => ({ timeS: clock.contextS(performanceMs) - zeroContextS, lostMs }))
    .filter(({ timeS }) => timeS > 0);
  return { hits, disturbances };
}

/** The timeline up to a moment: what was reached, without what was never played. */
export function playedPart(timeline: Timeline, stoppedAtS: number): Timeline {
  if (stoppedAtS >= timeline.endS) return timeline;
  const bars = timeline.bars.filter((bar, i) => i === 0 || bar.startS < stoppedAtS);
  const last = bars.length - 1;
  const reached = (event: { timeS: number; bar: number }) => event.bar <= last && event.timeS < stoppedAtS;
  return {
    bars,
    clicks: timeline.clicks.filter(reached),
    targets: timeline.targets.filter(reached),
    parts: timeline.parts,
    silentStretches: timeline.silentStretches
      .filter((stretch) => stretch.firstBar <= last)
      .map((stretch) =>
        stretch.lastBar <= last ? stretch : { ...stretch, lastBar: last, toS: bars[last].endS },
      ),
    sections: timeline.sections
      .filter(({ fromBar }) => fromBar <= bars[last].number)
      .map((section) => ({ ...section, toBar: Math.min(section.toBar, bars[last].number) })),
    entersWhenReady: timeline.entersWhenReady,
    ...(timeline.record ? { record: recordUntil(timeline.record, bars[last].endS) } : {}),
    endS: bars[last].endS,
  };
}

const recordUntil = (record: RecordOnTimeline, endS: number): RecordOnTimeline => ({
  ...record,
  stretches: record.stretches
    .filter(({ fromS }) => fromS < endS)
    .map((stretch) => ({ ...stretch, toS: Math.min(stretch.toS, endS) })),
});
