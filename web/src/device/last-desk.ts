/** What was settled last stays on the desk, in this browser. */
import { keepText, readText } from './storage.ts';

const KEY = 'feldspar desk';

export function rememberDesk(query: URLSearchParams): void {
  keepText(KEY, query.toString());
}

/** @param otherwise what to read when nothing is remembered. */
export function lastDesk(otherwise: URLSearchParams): URLSearchParams {
  const kept = readText(KEY);
  return kept === null ? otherwise : new URLSearchParams(kept);
}
