/**
 * A small value that this browser keeps. The schema it must fit is code of its own, which comes only where something is kept: most browsers
 * keep nothing, and wait for nothing.
 */
import { useEffect, useState } from 'react';
import type { z } from 'zod';
import { forget, keepValue, readText, readValue } from './storage.ts';

/**
 * @param load gives the schema.
 * @returns the value, null where there is none or none that fits, and undefined while that is not known; and what keeps another.
 */
export function useKept<Value>(
  key: string,
  load: () => Promise<z.ZodType<Value>>,
): [Value | null | undefined, (value: Value | null) => void] {
  const [kept, setKept] = useState<Value | null | undefined>(() =>
    readText(key) === null ? null : undefined,
  );
  useEffect(() => {
    if (kept !== undefined) return;
    let isOver = false;
    load().then(
      (schema) => setKept(readValue(key, schema)),
      // Its code did not come: as good as nothing, unless something was said meanwhile.
      () => isOver || setKept(null),
    );
    return () => {
      isOver = true;
    };
  }, [kept, key, load]);
  const keep = (value: Value | null) => {
    if (value === null) forget(key);
    else keepValue(key, value);
    setKept(value);
  };
  return [kept, keep];
}
