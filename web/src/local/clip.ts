/** What was copied from a count sheet, as text, kept in this browser: it can be put into another sheet. */
import { type Sheet, barsText, readBars } from '@feldspar/core/counts';

const KEY = 'feldspar clip';

export function keepClip(bars: Sheet['bars']): void {
  try {
    localStorage.setItem(KEY, barsText(bars));
  } catch {
    // No room: what was copied before stays.
  }
}

export function readClip(): Sheet['bars'] | null {
  const text = localStorage.getItem(KEY);
  return text === null ? null : (readBars(text).bars ?? null);
}
