/** How this user counts, kept in this browser for the next sheet. */
import { type System, systemSchema } from '@feldspar/core/counts';
import { keepValue, readValue } from './storage.ts';

const KEY = 'feldspar counted as';

export function keepCounting(system: System): void {
  keepValue(KEY, system);
}

export function lastCounting(): System | undefined {
  return readValue(KEY, systemSchema) ?? undefined;
}
