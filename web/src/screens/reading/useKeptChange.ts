/**
 * Something said about a take. It is in the outbox the moment it is said, and is sent from there whatever screen is open; before
 * the server has the take itself, it waits behind it.
 */
import type { Take } from '@feldspar/core/take';
import type { TakeParts } from '@feldspar/core/wire';
import { useState } from 'react';
import { changeTake } from '../../data/change-take.ts';
import { useTake } from '../../data/hooks.ts';
import { useOutbox } from '../../data/outbox/useOutbox.ts';

export interface KeptChange<Value> {
  value: Value;
  change(value: Value): void;
  /** Failed: why it is only in this browser so far; it is tried again. */
  state: 'clean' | 'saved' | { failed: string };
}

export function useKeptChange<Value>(take: Take, name: keyof TakeParts, saved: Value): KeptChange<Value> {
  const [said, setSaid] = useState<{ value: Value } | null>(null);
  const { known } = useTake(take.id);
  const waiting = useOutbox().find(
    ({ thing, method, body }) =>
      thing === `take ${take.id}` && method === 'PATCH' && name in (body as object),
  );
  return {
    // What is typed stands as it is typed; what comes from elsewhere stands until somebody types.
    value: said ? said.value : saved,
    state: waiting?.reason ? { failed: waiting.reason } : said && !waiting ? 'saved' : 'clean',
    change(value) {
      setSaid({ value });
      const before = known();
      const was = before && { [name]: before[name] ?? (name === 'note' ? '' : null) };
      void changeTake(take.id, take.plan.title, { [name]: value }, was);
    },
  };
}
