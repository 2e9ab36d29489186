/**
 * A screen's heading says where one is: it becomes the window's title, and when another screen has come it takes the focus, so that a
 * screen reader says it and the Tab key goes on from there.
 */
import { type RefObject, useEffect, useLayoutEffect, useRef } from 'react';

const NAME = 'Feldspar';
/** A window's tab has no room for more. */
const LONGEST = 80;

export function titleOf(heading: string | null | undefined): string {
  const text = heading?.replace(/\s+/g, ' ').trim();
  if (!text) return NAME;
  return `${text.length > LONGEST ? `${text.slice(0, LONGEST - 1)}…` : text} · ${NAME}`;
}

/** @param place another one is another screen. */
export function useHeading(main: RefObject<HTMLElement | null>, place: string): void {
  const shown = useRef(place);
  const waiting = useRef(false);
  useLayoutEffect(() => {
    if (shown.current === place) return;
    shown.current = place;
    waiting.current = true;
  }, [place]);
  useEffect(() => {
    const element = main.current;
    if (!element) return;
    const look = () => {
      const heading = element.querySelector('h1');
      const title = titleOf(heading?.textContent);
      if (heading && document.title !== title) document.title = title;
      if (!heading || !waiting.current) return;
      waiting.current = false;
      // Somebody who is already typing, or in a dialog, stays there.
      const { activeElement } = document;
      if (activeElement?.closest('main input, main textarea, [role="dialog"]')) return;
      heading.tabIndex = -1;
      heading.focus({ preventScroll: true });
    };
    look();
    const observer = new MutationObserver(look);
    observer.observe(element, { childList: true, subtree: true, characterData: true });
    return () => observer.disconnect();
  }, [main, place]);
}
