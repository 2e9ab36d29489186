/** Keys that write, while a note is chosen: the letters of the values, their marks, and what one does with text. */
import { NOTE_LETTERS } from '@feldspar/core/counts';
import type { Writing } from './useWriting.ts';

export const WRITING_KEYS =
  'w h q e s t add a note; . dots it, r makes it a rest, > an accent, ~ ties it. Shift with the arrows chooses several; Ctrl+C, X, V copy, cut and put; Alt with the arrows moves; Delete takes away.';

export interface Key {
  key: string;
  shiftKey: boolean;
  ctrlKey: boolean;
  metaKey: boolean;
  altKey: boolean;
}

/** @returns whether the key was one of them. */
export function write(writing: Writing, { key, shiftKey, ctrlKey, metaKey, altKey }: Key): boolean {
  const act = ctrlKey || metaKey ? withControl(writing, key) : plain(writing, key, shiftKey, altKey);
  act?.();
  return act !== undefined;
}

function withControl(writing: Writing, key: string): (() => void) | undefined {
  return { c: writing.copy, x: writing.cut, v: writing.paste, a: writing.chooseAll }[key.toLowerCase()];
}

const STEPS: Readonly<Record<string, -1 | 1>> = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 };

function plain(writing: Writing, key: string, shift: boolean, alt: boolean): (() => void) | undefined {
  const by = STEPS[key] as -1 | 1 | undefined;
  if (by) return () => (alt ? writing.move(by) : writing.step(by, shift));
  if (alt) return undefined;
  const letter = NOTE_LETTERS.find((one) => one.letter === key);
  if (letter) return () => writing.add({ value: letter.value });
  const acts: Record<string, (() => void) | undefined> = {
    Home: () => writing.step(-Infinity, shift),
    End: () => writing.step(Infinity, shift),
    Delete: writing.remove,
    Backspace: writing.remove,
    '.': writing.dot,
    r: () => writing.toggle('rest'),
    '>': () => writing.toggle('accent'),
    '~': () => writing.toggle('tie'),
  };
  return acts[key];
}
