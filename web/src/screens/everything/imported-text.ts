/** What was read in, in words. Pure. */
import { listed, plural } from '@feldspar/core/words';

/** "3 takes, 1 plan"; empty for nothing. */
export function countsText(counts: Readonly<Record<string, number>>): string {
  const parts = Object.entries(counts).filter(([, count]) => count > 0);
  return listed(parts.map(([kind, count]) => plural(count, kind.replace(/s$/, ''))));
}
