/** How loud a record is beside the clicks, in dB; 0 lays it even with them. Remembered in the browser. */
import { keepText, readText } from './storage.ts';

const KEY = 'feldspar record level';
export const RECORD_LEVELS = [-18, -12, -6, 0, 3, 6] as const;

export function recordLevelDb(): number {
  const kept = Number(readText(KEY));
  return RECORD_LEVELS.find((level) => level === kept) ?? 0;
}

export const setRecordLevelDb = (level: number): void => {
  keepText(KEY, String(level));
};
