/** Rows of the stick as a plan that can be heard: one row in wood, or two, the shorter one as a tick. */
import { type ClickLayer, type Plan, saidTempo } from '@feldspar/core/plan';
import { barSeconds, rateOf } from '@feldspar/core/reference';
import type { Meter, Tempo } from '@feldspar/core/time';

/** Long enough to compare in peace; hearing stops by itself after that. */
const HEARD_S = 180;
/** Two sounds at once stay as loud as one. */
const TWO_GAIN_DB = -6;
/** Faster rows run together into a tone. */
export const MOST_HEARD_A_SECOND = 20;

export function canBeHeard(length: Tempo['beat'], at: Tempo): boolean {
  return rateOf(length, at).perSecond.lte(MOST_HEARD_A_SECOND);
}

/** @param rows one or two lengths. */
export function heardPlan(rows: readonly Tempo['beat'][], at: Tempo, meter: Meter): Plan {
  const longestFirst = [...rows].sort((a, b) => b.compare(a));
  const clicks: ClickLayer[] = longestFirst.map((length, i) => ({
    every: length.toFraction(),
    voice: i === 0 ? 'wood' : 'tick',
    ...(rows.length > 1 ? { gainDb: TWO_GAIN_DB } : {}),
  }));
  return {
    format: 'feldspar-plan',
    version: 1,
    title: 'Rows of the stick',
    sections: [
      {
        bars: Math.max(1, Math.ceil(HEARD_S / barSeconds(meter, at).valueOf())),
        meter: { beats: meter.beats, unit: meter.unit.toFraction() },
        tempo: saidTempo(at),
        clicks,
        play: [],
      },
    ],
  };
}
