/** What was copied from a count sheet, as text, kept in this browser: it can be put into another sheet. */
import { type Sheet, barsText, readBars } from '@feldspar/core/counts';
import { keepText, readText } from './storage.ts';

const KEY = 'feldspar clip';

export function keepClip(bars: Sheet['bars']): void {
  keepText(KEY, barsText(bars));
}

export function readClip(): Sheet['bars'] | null {
  const text = readText(KEY);
  return text === null ? null : (readBars(text).bars ?? null);
}
