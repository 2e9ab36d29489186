/**
 * Keys for things of a list that is edited: each keeps its own while others come, go and move, so that what belongs to one (a text half
 * typed) is never shown in another. An edit replaces the thing itself and leaves the others what they are. Pure.
 */
export interface Keyed<Item> {
  items: readonly Item[];
  keys: readonly number[];
  /** The next new key. */
  next: number;
}

export const keyed = <Item>(items: readonly Item[]): Keyed<Item> => ({
  items,
  keys: items.map((_, i) => i),
  next: items.length,
});

/** What is the same thing keeps its key; where one alone was replaced in its place, that is an edit of it; anything else is new. */
export function keysAfter<Item>(before: Keyed<Item>, items: readonly Item[]): Keyed<Item> {
  const free = before.items.map((item, i) => ({ item, key: before.keys[i] }));
  const kept = items.map((item) => {
    const at = free.findIndex((other) => other.item === item);
    return at < 0 ? null : free.splice(at, 1)[0].key;
  });
  let { next } = before;
  const edited = items.length === before.items.length;
  const left = new Set(free.map(({ key }) => key));
  const keys = kept.map((key, i) => {
    if (key !== null) return key;
    const own = before.keys[i];
    return edited && left.has(own) ? own : next++;
  });
  return { items, keys, next };
}
