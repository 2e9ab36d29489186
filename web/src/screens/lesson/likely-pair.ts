/** Which two takes a teacher lays beside each other first. Pure. */
import type { TakeItem } from '@feldspar/core/wire';

/** The newest take, and the oldest shown of the same plan. @param takes newest first. @returns two ids, or none. */
export function likelyPair(takes: readonly Pick<TakeItem, 'id' | 'planId' | 'title'>[]): string[] {
  const same = (a: (typeof takes)[number], b: (typeof takes)[number]) =>
    a.planId === b.planId && (a.planId !== null || a.title === b.title);
  for (const newest of takes) {
    const older = takes.findLast((take) => take !== newest && same(take, newest));
    if (older) return [newest.id, older.id];
  }
  return [];
}
