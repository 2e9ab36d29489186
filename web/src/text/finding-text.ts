/** What a take's summary says first, ready for the page; null until it has been measured by the present estimator. */
import type { TakeSummary } from '@feldspar/core/take';
import { sentenceOf } from '@feldspar/core/words';
import { unbroken } from './text.ts';

export const firstWords = (summary: TakeSummary | null | undefined): string | null =>
  summary?.finding ? unbroken(sentenceOf(summary.finding)) : null;
