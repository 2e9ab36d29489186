import 'fake-indexeddb/auto';
import type { Take } from '@feldspar/core/take';
import { act, renderHook, waitFor } from '@testing-library/react';
import type { PropsWithChildren } from 'react';
import { SWRConfig } from 'swr';
import { useOutboxSender } from '../../data/outbox/useOutbox.ts';
import { testTake } from '../../testing/documents.ts';
import { useKeptChange } from './useKeptChange.ts';

it('what is said between the answer and the next drawing is made on what was just confirmed', async () => {
  const take: Take = { ...testTake(), note: '' };
  const sent: { note: string; was?: { note: string } }[] = [];
  globalThis.fetch = (async (_address: unknown, options?: RequestInit) => {
    if (options?.method === 'PATCH') {
      sent.push(JSON.parse(options.body as string));
      return { ok: true, status: 204, text: async () => '' };
    }
    return { ok: true, status: 200, text: async () => JSON.stringify(take) };
  }) as unknown as typeof fetch;
  const cache = new Map();
  const wrapper = ({ children }: PropsWithChildren) => (
    <SWRConfig value={{ provider: () => cache }}>{children}</SWRConfig>
  );
  const { result } = renderHook(
    () => {
      useOutboxSender();
      return useKeptChange(take, 'note', take.note);
    },
    { wrapper },
  );
  await waitFor(() => expect(cache.get(`/takes/${take.id}`)?.data).toBeDefined());
  // As the page was drawn before the answer came: whoever types now still types there.
  const asDrawn = result.current;
  act(() => asDrawn.change('tired'));
  await waitFor(() => expect(sent).toHaveLength(1));
  await waitFor(() => expect(cache.get(`/takes/${take.id}`)?.data.note).toBe('tired'));
  act(() => asDrawn.change('tired hands'));
  await waitFor(() => expect(sent).toHaveLength(2));
  expect(sent.map(({ was }) => was)).toEqual([{ note: '' }, { note: 'tired' }]);
});
