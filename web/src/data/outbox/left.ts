/**
 * Changes whose writing is under way as the page is left: IndexedDB gives them up with the page. They are written down at once, elsewhere, and the next
 * page takes them up.
 */
import { forget, keepValue, keysWith, readText, readValue } from '../../device/storage.ts';
import type { Waiting } from './queue.ts';

const PREFIX = 'feldspar.left.';

export const leave = (waiting: Waiting): boolean => keepValue(PREFIX + waiting.key, waiting);
export const isLeft = (key: string): boolean => readText(PREFIX + key) !== null;
export const takeUp = (key: string): void => forget(PREFIX + key);

/** What pages have left. What it has to look like is asked for only where something was left; where that does not come, it is left. */
export async function left(): Promise<Waiting[]> {
  const keys = keysWith(PREFIX);
  if (keys.length === 0) return [];
  const form = await import('./left-schema.ts').catch(() => null);
  return form ? keys.flatMap((key) => readValue(key, form.leftSchema) ?? []) : [];
}

/** Of a change in what the browser remembers: whether something was left just now. */
export const isOfLeft = (key: string | null): boolean => !!key?.startsWith(PREFIX) && readText(key) !== null;
