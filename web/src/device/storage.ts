/**
 * What this browser remembers, behind one door. A browser may refuse to keep anything (blocked site data), or have no room: then
 * it is remembered until the page is closed, and whoever asks is told. What is read back is checked: it may be anybody's writing.
 */
import type { z } from 'zod';

const remembered = new Map<string, string>();

function storage(): Storage | null {
  try {
    return window.localStorage;
  } catch {
    return null;
  }
}

export function readText(key: string): string | null {
  try {
    return remembered.get(key) ?? storage()?.getItem(key) ?? null;
  } catch {
    return null;
  }
}

/** @returns whether it will still be there after the page is closed. */
export function keepText(key: string, text: string): boolean {
  try {
    const kept = storage();
    if (kept) {
      kept.setItem(key, text);
      remembered.delete(key);
      return true;
    }
  } catch {
    // No room, or not allowed.
  }
  remembered.set(key, text);
  return false;
}

export function forget(key: string): void {
  remembered.delete(key);
  try {
    storage()?.removeItem(key);
  } catch {
    // Nothing can be there.
  }
}

export function keysWith(prefix: string): string[] {
  let kept: string[] = [];
  try {
    kept = Object.keys(storage() ?? {});
  } catch {
    // Not allowed.
  }
  return [...new Set([...kept, ...remembered.keys()])].filter((key) => key.startsWith(prefix));
}

/** A value of a schema; null where there is none, or none that fits. */
export function readValue<Schema extends z.ZodType>(key: string, schema: Schema): z.infer<Schema> | null {
  try {
    const parsed = schema.safeParse(JSON.parse(readText(key) ?? 'null'));
    return parsed.success ? parsed.data : null;
  } catch {
    // Not even JSON.
    return null;
  }
}

export const keepValue = (key: string, value: unknown): boolean => keepText(key, JSON.stringify(value));
