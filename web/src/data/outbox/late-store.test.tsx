/** A browser that opens its storage late: what an earlier page left in it is sent then, and not only with the next change. */
import 'fake-indexeddb/auto';
import { renderHook, waitFor } from '@testing-library/react';
import { openDB } from 'idb';
import { testTake } from '../../testing/documents.ts';
import { load, waitingChanges } from './outbox.ts';
import { useOutboxSender } from './useOutbox.ts';

it('what an earlier page left is found and sent once the storage is there', async () => {
  const asked: string[] = [];
  globalThis.fetch = (address) => {
    asked.push(address as string);
    return Promise.reject(new TypeError('Failed to fetch'));
  };
  const take = testTake();
  let still = true;
  const held = openDB('feldspar', 1, {
    async upgrade(db, _from, _to, transaction) {
      const takes = db.createObjectStore('takes', { keyPath: 'id' });
      await takes.put({ id: take.id, state: 'waiting', take });
      while (still) await transaction.objectStore('takes').get('nothing');
    },
  });
  renderHook(useOutboxSender);
  await load();
  expect(waitingChanges()).toEqual([]);

  still = false;
  (await held).close();
  await waitFor(() => expect(asked).toEqual([`/api/takes/${take.id}`]));
  expect(waitingChanges().map(({ path }) => path)).toEqual([`/takes/${take.id}`]);
}, 150_000);
