/** Takes that an earlier version left waiting in the browser are still there. */
import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { testTake } from '../../testing/documents.ts';
import { load, waitingChanges } from './outbox.ts';
import { waitingTake } from './overlay.ts';
import { readPlaying } from './store.ts';

it('what waited or was refused waits; what was being played is put together', async () => {
  const [waiting, refused, playing] = [1, 2, 3].map((n) =>
    testTake({ id: `00000000-0000-4000-8000-00000000000${n}` }),
  );
  const old = await openDB('feldspar', 1, {
    upgrade: (db) => void db.createObjectStore('takes', { keyPath: 'id' }),
  });
  await old.put('takes', { id: waiting.id, state: 'waiting', take: waiting });
  await old.put('takes', { id: refused.id, state: 'refused', take: refused, reason: 'x' });
  await old.put('takes', { id: playing.id, state: 'playing', take: { ...playing, stoppedAtS: 9 } });
  old.close();
  await load();
  expect(waitingChanges().map(({ state, path }) => [state, path])).toEqual([
    ['waiting', `/takes/${waiting.id}`],
    ['waiting', `/takes/${refused.id}`],
  ]);
  expect(waitingTake(waitingChanges(), waiting.id)).toEqual(waiting);
  expect(await readPlaying()).toEqual([
    { id: playing.id, take: { ...playing, stoppedAtS: 9 }, positionS: 9 },
  ]);
});
