/** Measuring off the main thread. The timeline stays here: its exact positions are objects that do not travel. */
import { type AboutIt, type FreeHit, freePlaying } from '@feldspar/core/free';
import { type Measurable, measureTake, summaryOf } from '@feldspar/core/take';
import { expose } from 'comlink';

const api = {
  ready: () => true,
  measure(take: Measurable) {
    const measured = measureTake(take);
    return { report: measured.report, hits: measured.hits, summary: summaryOf(measured) };
  },
  free: ({ hits, about }: { hits: FreeHit[]; about: AboutIt }) => freePlaying(hits, about),
};

export type MeasureApi = typeof api;

expose(api);
