/** How this user counts, kept in this browser for the next sheet. */
import { type System, systemSchema } from '@feldspar/core/counts';

const KEY = 'feldspar counted as';

export function keepCounting(system: System): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(system));
  } catch {
    // No room: the next sheet asks again.
  }
}

export function lastCounting(): System | undefined {
  try {
    return systemSchema.safeParse(JSON.parse(localStorage.getItem(KEY) ?? 'null')).data;
  } catch {
    // Somebody else's writing.
    return undefined;
  }
}
