/** A take and its report, measured off the main thread; measured anew when its judging changes, the old one shown meanwhile. */
import type { Take } from '@feldspar/core/take';
import type { Report } from '@feldspar/core/timing';
import { useMemo } from 'react';
import useSWRImmutable from 'swr/immutable';
import { useTake } from '../../data/hooks.ts';
import { measureInWorker } from '../../workers/measure.ts';

export interface Measured {
  take: Take;
  report: Report;
  hits: Take['hits'];
}

export function useMeasured(id: string): { measured: Measured | null; error: unknown } {
  const take = useTake(id);
  const { data } = take;
  const result = useSWRImmutable(
    data ? ['reading', id, data.hits.length, JSON.stringify(data.judging ?? null)] : null,
    () => measureInWorker(data!),
    { keepPreviousData: true },
  );
  const measured = useMemo(
    () => (data && result.data ? { take: data, report: result.data.report, hits: result.data.hits } : null),
    [data, result.data],
  );
  return { measured, error: take.error ?? result.error };
}
