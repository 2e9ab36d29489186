/** Ctrl+Z, Ctrl+Shift+Z and Ctrl+Y (⌘ on a Mac), wherever the cursor is. */
import { useEffect, useEffectEvent } from 'react';
import type { Workshop } from './useWorkshop.ts';

export function useUndoKeys({ undo, redo }: Pick<Workshop, 'undo' | 'redo'>): void {
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (!(event.ctrlKey || event.metaKey) || event.altKey) return;
    const key = event.key.toLowerCase();
    const step = key === 'z' ? (event.shiftKey ? redo : undo) : key === 'y' ? redo : undefined;
    if (step === undefined) return;
    event.preventDefault();
    step?.();
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => onKey(event);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}
