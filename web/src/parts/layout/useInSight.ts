/** Whether something has come near what is in sight; what is costly waits for that, and stays then. */
import { type RefObject, useEffect, useState } from 'react';

/** So far ahead of the scrolling eye. */
const AHEAD = '600px 0px';

export function useInSight(element: RefObject<Element | null>): boolean {
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    if (seen || !element.current) return;
    const observer = new IntersectionObserver(
      (entries) => {
        if (entries.some(({ isIntersecting }) => isIntersecting)) setSeen(true);
      },
      { rootMargin: AHEAD },
    );
    observer.observe(element.current);
    return () => observer.disconnect();
  }, [element, seen]);
  return seen;
}
