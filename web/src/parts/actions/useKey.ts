/** A key for the whole screen; it stays out of the way of fields, buttons and dialogs. */
import { useEffect, useEffectEvent } from 'react';

const INTERACTIVE =
  'a, button, input, textarea, select, [role="combobox"], [role="dialog"], [role="listbox"], [role="menuitem"]';

export const isInteractive = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest(INTERACTIVE) !== null;

export function useKey(key: string, action: () => void, enabled = true): void {
  const act = useEffectEvent(action);
  useEffect(() => {
    if (!enabled) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== key || event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
      if (isInteractive(event.target)) return;
      event.preventDefault();
      act();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [key, enabled]);
}

/** The key written beside a button's words. */
export const KEY_SIGN = { Enter: '⏎', Escape: 'Esc' } as const;
