import { useState } from 'react';
import { keyed, keysAfter } from '../../data/keys-of.ts';

/** Keys for things of a list that is edited; see `keysAfter`. */
export function useKeysOf<Item>(items: readonly Item[]): readonly number[] {
  const [before, setBefore] = useState(() => keyed(items));
  if (before.items === items) return before.keys;
  const now = keysAfter(before, items);
  setBefore(now);
  return now.keys;
}
