/** What is said about a take changes beside the raw take. It is kept at once, and sent from whatever screen. */
import type { Take } from '@feldspar/core/take';
import { ask } from './outbox/outbox.ts';

export type TakeChange = Partial<Pick<Take, 'note' | 'trueTempo' | 'judging'>>;

const WORDS = { note: 'A note on', trueTempo: 'The true tempo of', judging: 'How to judge' } as const;

/** @param was what the change was made on, where the server has the take. */
export function changeTake(id: string, title: string, change: TakeChange, was?: TakeChange): Promise<void> {
  const [name] = Object.keys(change) as (keyof TakeChange)[];
  return ask({
    thing: `take ${id}`,
    method: 'PATCH',
    path: `/takes/${id}`,
    body: { ...change, ...(was ? { was } : {}) },
    said: `${WORDS[name]} ${title}`,
  });
}
