/** The core as the stage shows it when asked to: with the hits as they come. Pure. */
import type { Timeline } from '@feldspar/core/plan';
import { type CoreModel, placeOfTime } from '../../parts/core-sample/model.ts';

/** While playing, a hit is shown against its nearest beat: a hint, not a measurement. */
export function withLiveHits(core: CoreModel, timeline: Timeline, hitsS: number[]): CoreModel {
  const marks = hitsS.flatMap((timeS) => {
    const place = placeOfTime(timeline, timeS);
    if (!place) return [];
    const bar = timeline.bars[timeline.bars.length - core.rows.length + place.row];
    const beatMs = (1000 * (bar.endS - bar.startS)) / bar.meter.beats;
    const at = Math.round(place.at);
    const asynchronyMs = (place.at - at) * beatMs;
    return at < bar.meter.beats
      ? [{ row: place.row, at, asynchronyMs }]
      : [{ row: Math.min(place.row + 1, core.rows.length - 1), at: 0, asynchronyMs }];
  });
  return { ...core, marks };
}
