/** Which plans are meant by a few typed words, and in which order one's own stand. */
import type { PlanItem } from '@feldspar/core/wire';
import { quartersPerMinute, tempo as tempoOf } from '@feldspar/core/time';
import { fits } from '../../text/search.ts';
import { LOCALE } from '../../text/text.ts';

export type PlanOrder = 'newest' | 'title' | 'tempo';

export const isFound = (sought: string, { title, trains }: Pick<PlanItem, 'title' | 'trains'>): boolean =>
  fits(sought, `${title} ${trains}`);

/** @param plans newest first, as the server gives them. */
export function sorted(plans: readonly PlanItem[], order: PlanOrder): PlanItem[] {
  if (order === 'newest') return [...plans];
  if (order === 'title')
    return plans.toSorted((a, b) => a.title.localeCompare(b.title, LOCALE, { numeric: true }));
  return plans.toSorted((a, b) => quarters(a) - quarters(b));
}

/** Those that cannot be read come last. */
const quarters = ({ tempo }: PlanItem): number =>
  tempo ? quartersPerMinute(tempoOf(tempo.bpm, tempo.beat)).valueOf() : Infinity;
