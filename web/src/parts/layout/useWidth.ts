/** How wide something is drawn, in whole px; 0 before it is known. */
import { type RefObject, useLayoutEffect, useState } from 'react';

export function useWidth(element: RefObject<Element | null>, most = Infinity): number {
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    if (!element.current) return;
    const observer = new ResizeObserver(([entry]) =>
      setWidth(Math.floor(Math.min(most, entry.contentRect.width))),
    );
    observer.observe(element.current);
    return () => observer.disconnect();
  }, [element, most]);
  return width;
}
