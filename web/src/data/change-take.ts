/** What is said about a take changes beside the raw take. It is kept at once, and sent from whatever screen. */
import type { TakeParts } from '@feldspar/core/wire';
import { changeOf } from './outbox/change-of.ts';
import { ask } from './outbox/outbox.ts';

const WORDS = {
  note: 'A note on',
  trueTempo: 'What the tempo really was in',
  judging: 'How to judge',
} as const;

/** @param was what the change was made on, where the server has the take. */
export function changeTake(id: string, title: string, change: TakeParts, was?: TakeParts): Promise<void> {
  const [name] = Object.keys(change) as (keyof TakeParts)[];
  return ask(
    changeOf('PATCH /takes/:id', id, `${WORDS[name]} ${title}`, { ...change, ...(was ? { was } : {}) }),
  );
}
