/** The address follows what is set on a screen, while it is dragged only now and then. */
import { useLocation, useSearchParams } from 'react-router';
import { useSettled } from './useSettled.ts';

/** @returns what the address asks for, and a function that puts another query in its place. */
export function useSettledSearch(): [URLSearchParams, (query: URLSearchParams) => void] {
  const [search, setSearch] = useSearchParams();
  const { pathname } = useLocation();
  const show = useSettled((query: URLSearchParams) => {
    // Whoever leaves has another address at once, while this screen stands until the code of the next one has come.
    if (window.location.pathname === pathname) setSearch(query, { replace: true });
  });
  return [search, show];
}
