/** A browser that does not open its storage in time, and then does. */
import 'fake-indexeddb/auto';
import { waitFor } from '@testing-library/react';
import { openDB } from 'idb';
import { testTake } from '../../testing/documents.ts';
import { flush, isUnkept, waitingChanges } from './outbox.ts';
import { finishTake } from './playing.ts';
import { readRequests } from './store.ts';

const take = testTake();
const paths = (requests: readonly { path: string }[]) => requests.map(({ path }) => path);

it('a take goes on in memory, which is said; once the storage is there it is kept', async () => {
  globalThis.fetch = () => Promise.reject(new TypeError('Failed to fetch'));
  let still = true;
  const held = openDB('feldspar', 1, {
    async upgrade(db, _from, _to, transaction) {
      db.createObjectStore('takes', { keyPath: 'id' });
      while (still) await transaction.objectStore('takes').get('nothing');
    },
  });
  await finishTake(take);
  expect([paths(waitingChanges()), isUnkept()]).toEqual([[`/takes/${take.id}`], true]);

  still = false;
  (await held).close();
  await waitFor(async () => {
    await flush();
    expect(isUnkept()).toBe(false);
  });
  expect(paths(waitingChanges())).toEqual([`/takes/${take.id}`]);
  expect(paths(await readRequests())).toEqual([`/takes/${take.id}`]);
});
