/** What the person said against the proposal on the bench; it counts until the next take, in this browser. */
import type { Overrule } from '@feldspar/core/paths';
import { useState } from 'react';
import { z } from 'zod';
import { forget, keepValue, readValue } from './storage.ts';

const KEY = 'feldspar overrule';
const schema = z.object({ take: z.string(), said: z.enum(['go on', 'stay']) });

/** @param take the newest one, which the proposal follows from. */
export function useOverrule(take: string | null): [Overrule | null, (said: Overrule | null) => void] {
  const [kept, setKept] = useState(() => readValue(KEY, schema));
  const say = (said: Overrule | null) => {
    if (take === null) return;
    const next = said === null ? null : { take, said };
    if (next) keepValue(KEY, next);
    else forget(KEY);
    setKept(next);
  };
  return [kept !== null && kept.take === take ? kept.said : null, say];
}
