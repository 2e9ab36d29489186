/**
 * Something said about a take, saved while it is said. It is kept in the browser until the server has it; before the server has the
 * take itself, it travels with it.
 */
import type { Take } from '@feldspar/core/take';
import { useEffect, useEffectEvent, useState } from 'react';
import { type TakeChange, changeTake } from '../api/change-take.ts';

const SAVE_AFTER_MS = 500;
const RETRY_AFTER_MS = 5000;

export interface KeptChange<Value> {
  value: Value;
  change(value: Value): void;
  /** Failed: why it is only in this browser so far; it is tried again. */
  state: 'clean' | 'saved' | { failed: string };
}

export function useKeptChange<Value>(take: Take, name: keyof TakeChange, saved: Value): KeptChange<Value> {
  const key = `feldspar ${name} of ${take.id}`;
  const [value, setValue] = useState<Value>(() => {
    const draft = draftOf<Value>(key);
    return draft ? draft.value : saved;
  });
  const [state, setState] = useState<KeptChange<Value>['state']>('clean');
  const text = JSON.stringify(value);

  const save = useEffectEvent(async () => {
    try {
      await changeTake(take, { [name]: value });
      if (localStorage.getItem(key) === text) localStorage.removeItem(key);
      setState('saved');
    } catch (error) {
      setState({ failed: (error as Error).message });
    }
  });

  const failed = typeof state === 'object';
  const pending = text !== JSON.stringify(saved);
  useEffect(() => {
    if (!pending) return;
    const timer = setTimeout(() => void save(), failed ? RETRY_AFTER_MS : SAVE_AFTER_MS);
    return () => clearTimeout(timer);
  }, [text, pending, failed, state]);

  return {
    value,
    state,
    change(next) {
      localStorage.setItem(key, JSON.stringify(next));
      setValue(next);
      setState('clean');
    },
  };
}

/** What was said and not saved yet; null may have been said too. */
function draftOf<Value>(key: string): { value: Value } | null {
  const text = localStorage.getItem(key);
  try {
    return text === null ? null : { value: JSON.parse(text) as Value };
  } catch {
    // Somebody else's writing.
    return null;
  }
}
