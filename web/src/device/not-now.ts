/** What was answered "not now", in this browser: it is not proposed again before tomorrow. */
import { useState } from 'react';
import { z } from 'zod';
import { keepValue, readValue } from './storage.ts';

const KEY = 'feldspar not now';
const MOST = 50;
const schema = z.array(z.object({ what: z.string().max(200), day: z.string().max(10) })).max(MOST);

/** @param today as "2026-11-28". @returns whether something waits for tomorrow, and a function that says so. */
export function useNotNow(
  today: string,
): [(what: string) => boolean, (what: string, notNow: boolean) => void] {
  const [kept, setKept] = useState(() => readValue(KEY, schema) ?? []);
  const say = (what: string, notNow: boolean) => {
    const others = kept.filter((one) => one.day === today && one.what !== what);
    const next = (notNow ? [...others, { what, day: today }] : others).slice(-MOST);
    keepValue(KEY, next);
    setKept(next);
  };
  return [(what) => kept.some((one) => one.day === today && one.what === what), say];
}
