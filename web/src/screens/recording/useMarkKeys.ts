/** The keys of the strokes: they work wherever nothing is being typed. */
import { useEffect, useEffectEvent } from 'react';
import type { Mark } from '@feldspar/core/recordings';

const TYPING =
  'input, textarea, select, [role="combobox"], [role="dialog"], [role="listbox"], [role="menuitem"]';
/** One step of an arrow key, and one with Shift. */
export const SMALL_S = 0.001;
const LARGE_S = 0.01;

interface MarkKeys {
  marks: readonly Mark[];
  chosen: Mark | null;
  onChoose(mark: Mark): void;
  onNudge(mark: Mark, byS: number): void;
  onRemove(mark: Mark): void;
  onAdd(): void;
  onOne(): void;
  onLine(): void;
  /** Letters that do something else, in lower case. */
  letters?: Record<string, () => void>;
}

export function useMarkKeys(keys: MarkKeys): void {
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.target instanceof Element && event.target.closest(TYPING)) return;
    const done = act(keys, event);
    if (done) event.preventDefault();
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent) => onKey(event);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}

/** @returns whether the key was one of these. */
function act(keys: MarkKeys, { key, shiftKey, repeat }: KeyboardEvent): boolean {
  const { marks, chosen } = keys;
  const at = chosen ? marks.indexOf(chosen) : -1;
  const by = shiftKey ? LARGE_S : SMALL_S;
  const choose = (index: number) => {
    const mark = marks[index];
    if (mark) keys.onChoose(mark);
  };
  switch (key) {
    case 'n':
    case 'N':
      choose(at + 1);
      return true;
    case 'p':
    case 'P':
      choose(at < 0 ? marks.length - 1 : at - 1);
      return true;
    case 'ArrowLeft':
    case 'ArrowRight':
      if (!chosen) return false;
      keys.onNudge(chosen, key === 'ArrowLeft' ? -by : by);
      return true;
    default:
      return repeat ? false : once(keys, key);
  }
}

/** Those that do nothing more when they are held. */
function once(keys: MarkKeys, key: string): boolean {
  if (key === 'Delete' || key === 'Backspace') {
    if (!keys.chosen) return false;
    keys.onRemove(keys.chosen);
  } else if (key === '+') keys.onAdd();
  else if (key === '1') keys.onOne();
  else if (key === 'l' || key === 'L') keys.onLine();
  else {
    const letter = keys.letters?.[key.toLowerCase()];
    if (!letter) return false;
    letter();
  }
  return true;
}
