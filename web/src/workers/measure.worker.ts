/** Measuring off the main thread. The timeline stays here: its exact positions are objects that do not travel. */
import { type Measurable, measureTake, summaryOf } from '@feldspar/core/take';
import { expose } from 'comlink';

const api = {
  ready: () => true,
  measure(take: Measurable) {
    const measured = measureTake(take);
    return { report: measured.report, hits: measured.hits, summary: summaryOf(measured) };
  },
};

export type MeasureApi = typeof api;

expose(api);
