/** What is said about a take changes beside the raw take: on the server, or in the outbox while the take still waits there. */
import type { Take } from '@feldspar/core/take';
import { mutate } from 'swr';
import { keep, waitingTake } from '../local/outbox.ts';
import { request } from './client.ts';
import { isTakeList } from './hooks.ts';

export type TakeChange = Partial<Pick<Take, 'note' | 'trueTempo' | 'judging'>>;

/** @throws OfflineError, ProblemError */
export async function changeTake(take: Take, change: TakeChange): Promise<void> {
  const waiting = await waitingTake(take.id);
  if (waiting) await keep({ ...waiting, ...change }, 'waiting');
  else await request('PATCH', `/takes/${take.id}`, change);
  await mutate<Take>(`/takes/${take.id}`, (current) => ({ ...(current ?? take), ...change }), {
    revalidate: false,
  });
  void mutate(isTakeList);
}
