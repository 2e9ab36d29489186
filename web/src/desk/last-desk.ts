/** What was settled last stays on the desk, in this browser. */
const KEY = 'feldspar desk';

export function rememberDesk(query: URLSearchParams): void {
  localStorage.setItem(KEY, query.toString());
}

/** @param otherwise what to read when nothing is remembered. */
export function lastDesk(otherwise: URLSearchParams): URLSearchParams {
  const kept = localStorage.getItem(KEY);
  return kept === null ? otherwise : new URLSearchParams(kept);
}
