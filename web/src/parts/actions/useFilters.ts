/** What of a list is shown, and in which order, as the address says it: it can be shared, and going back goes back. */
import { useSearchParams } from 'react-router';

/** What is typed: each letter is no step of its own to go back to. */
export const FIND = 'find';
/** Where a long list goes on: in another order, or of somebody else, that is no place. */
const FROM = 'from';

/** @returns the address's words, and a function that says one of them; the usual one is left out. What is typed letter by letter says so. */
export function useFilters(): [
  URLSearchParams,
  (name: string, value: string, usual: string, typed?: boolean) => void,
] {
  const [search, setSearch] = useSearchParams();
  const say = (name: string, value: string, usual: string, typed = name === FIND) => {
    const next = new URLSearchParams(search);
    next.delete(FROM);
    if (value === usual) next.delete(name);
    else next.set(name, value);
    setSearch(next, { replace: typed });
  };
  return [search, say];
}
