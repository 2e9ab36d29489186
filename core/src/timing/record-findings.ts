/** What to say of playing along with a record: lock and steadiness, each with what it is for; and where the record itself is to blame. */
import type { Finding } from './finding-schema.ts';
import type { Report } from './report-schema.ts';

export function recordFindings({ record, entries }: Pick<Report, 'record' | 'entries'>): Finding[] {
  if (!record) return [];
  const { lock, alone, wavering, manner, one } = record;
  // Of a player whose bar is another one his distance from the record says nothing.
  if (one !== null && one !== 0) return [{ code: 'one', beats: one }];
  const joined: Finding[] =
    one === 0 && entries.some(({ kind }) => kind === 'joined') ? [{ code: 'one', beats: 0 }] : [];
  const wavers: Finding[] =
    wavering.length === 0
      ? []
      : [
          {
            code: 'record wavers',
            silences: wavering.length,
            mostMs: wavering.reduce((most, { ms }) => (Math.abs(ms) > Math.abs(most) ? ms : most), 0),
          },
        ];
  if (lock.meanMs === null) return [...joined, ...wavers];
  const { meanMs, sdMs, alpha } = lock;
  const { spreadMs, percentOfBeat } = alone;
  const known: Finding[] = manner === 'unclear' ? [] : [{ code: 'manner', manner }];
  return [
    ...known,
    ...joined,
    { code: 'with the record', meanMs, sdMs, alpha, spreadMs, percentOfBeat },
    ...wavers,
  ];
}
