/** What was confirmed, and the lists that show it. */
import 'fake-indexeddb/auto';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { PropsWithChildren } from 'react';
import { SWRConfig } from 'swr';
import { deleteThing } from '../changes.ts';
import { usePlans, useTake } from '../hooks.ts';
import { testTake } from '../../testing/documents.ts';
import { changeTake } from '../change-take.ts';
import { waitingChanges } from './outbox.ts';
import { keepPiece } from './playing.ts';
import { useOutboxSender } from './useOutbox.ts';

const ID = '3f0f6f4e-9d5a-4d2c-8a35-0c8f0d6b1a01';
const item = {
  id: ID,
  title: 'My own',
  trains: '',
  ready: false,
  revision: 1,
  tempo: { bpm: '60', beat: '1/4' },
  sheet: false,
  unreadable: null,
};

/** Where nothing of another test is known. */
function ownCache() {
  const cache = new Map();
  return ({ children }: PropsWithChildren) => (
    <SWRConfig value={{ provider: () => cache }}>{children}</SWRConfig>
  );
}

it('what was deleted does not come back into a list while the list is read anew', async () => {
  let lists = 0;
  let giveList: (() => void) | undefined;
  globalThis.fetch = (async (_address: unknown, options?: RequestInit) => {
    if (options?.method === 'DELETE') return { ok: true, status: 204, text: async () => '' };
    // The first list is there; the one after the deletion is slow.
    if (lists++ > 0) await new Promise<void>((resolve) => (giveList = resolve));
    const page = { items: lists > 1 ? [] : [item], nextCursor: null };
    return { ok: true, status: 200, text: async () => JSON.stringify(page) };
  }) as unknown as typeof fetch;
  const wrapper = ownCache();
  const { result } = renderHook(
    () => {
      useOutboxSender();
      return usePlans();
    },
    { wrapper },
  );
  await waitFor(() => expect(result.current.data?.items).toHaveLength(1));
  await act(() => deleteThing('plan', ID, 'My own'));
  await waitFor(() => expect(giveList).toBeDefined());
  expect(result.current.data?.items).toEqual([]);
  act(() => giveList?.());
  await waitFor(() => expect(result.current.isValidating).toBe(false));
  expect(result.current.data?.items).toEqual([]);
});

it('a take that was left is taken up by the page that the browser shows again', async () => {
  globalThis.fetch = (async () => {
    throw new TypeError('away');
  }) as unknown as typeof fetch;
  const leave = async (id: string) => {
    const piece = { hits: testTake().hits.slice(0, 9), anchors: [], lengths: [] };
    await keepPiece({ id, take: testTake({ id, hits: [] }), positionS: 12 }, piece);
  };
  const waits = (id: string) =>
    waitFor(() => expect(waitingChanges().map(({ thing }) => thing)).toContain(`take ${id}`));
  const [first, second] = [2, 3].map((n) => `3f0f6f4e-9d5a-4d2c-8a35-0c8f0d6b1a0${n}`);
  await leave(first);
  renderHook(() => useOutboxSender());
  await waits(first);
  // Played on another page later, which is gone without a word; then the browser goes back to this one.
  await leave(second);
  act(() => void window.dispatchEvent(Object.assign(new Event('pageshow'), { persisted: true })));
  await waits(second);
});

it('a take whose change arrives while it is read for the first time is read all the same', async () => {
  const take = testTake({ id: '3f0f6f4e-9d5a-4d2c-8a35-0c8f0d6b1a04' });
  const gives: (() => void)[] = [];
  let patched = false;
  globalThis.fetch = (async (address: string, options?: RequestInit) => {
    if (options?.method === 'PATCH') {
      patched = true;
      return { ok: true, status: 204, text: async () => '' };
    }
    if (address.includes(`/takes/${take.id}`)) await new Promise<void>((resolve) => gives.push(resolve));
    return { ok: true, status: 200, text: async () => JSON.stringify(take) };
  }) as unknown as typeof fetch;
  const wrapper = ownCache();
  const { result } = renderHook(
    () => {
      useOutboxSender();
      return useTake(take.id);
    },
    { wrapper },
  );
  await waitFor(() => expect(gives).toHaveLength(1));
  await act(() => changeTake(take.id, take.plan.title, { note: 'Breathe.' }));
  const waits = () => waitingChanges().some(({ thing }) => thing === `take ${take.id}`);
  await waitFor(() => expect(patched && !waits()).toBe(true));
  act(() => gives.forEach((give) => give()));
  await waitFor(() => {
    gives.forEach((give) => give());
    expect(result.current.data?.id).toBe(take.id);
  });
});
