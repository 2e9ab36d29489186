/** A page that is left with what could not be kept, and brought back. What the next page does with it is in the browser tests. */
import 'fake-indexeddb/auto';
import { ask, flush, isUnkept, waitingChanges } from './outbox.ts';
import { readRequests } from './store.ts';

const CHANGE = { method: 'PUT', body: { title: 'x' }, said: 'A plan' } as const;
const { put } = IDBObjectStore.prototype;
const paths = (requests: readonly { path: string }[]) => requests.map(({ path }) => path);
const leftOver = () =>
  Object.values(localStorage).map((text: string) => (JSON.parse(text) as { path: string }).path);

beforeAll(() => void (globalThis.fetch = () => Promise.reject(new TypeError('Failed to fetch'))));
afterEach(() => void (IDBObjectStore.prototype.put = put));

async function saidWithoutRoom(name: string): Promise<void> {
  IDBObjectStore.prototype.put = () => {
    throw new DOMException('No room', 'QuotaExceededError');
  };
  await ask({ ...CHANGE, thing: `plan ${name}`, path: `/plans/${name}` });
  window.dispatchEvent(new Event('pagehide'));
}
const comesBack = () => window.dispatchEvent(new PageTransitionEvent('pageshow', { persisted: true }));

it('what could not be kept is left as the page is, and no more once it is kept', async () => {
  await saidWithoutRoom('a');
  expect(leftOver()).toEqual(['/plans/a']);
  expect(await readRequests()).toEqual([]);

  IDBObjectStore.prototype.put = put;
  await flush();
  expect([leftOver(), paths(await readRequests()), isUnkept()]).toEqual([[], ['/plans/a'], false]);
  window.dispatchEvent(new Event('pagehide'));
  expect(leftOver()).toEqual([]);
});

it('a page that is brought back goes on with what nobody took up meanwhile', async () => {
  await saidWithoutRoom('b');
  comesBack();
  expect([leftOver(), paths(waitingChanges())]).toEqual([[], ['/plans/a', '/plans/b']]);
  IDBObjectStore.prototype.put = put;
  await flush();
  expect(paths(await readRequests())).toEqual(['/plans/a', '/plans/b']);
});

it('what another page took up is no longer of the page that is brought back', async () => {
  await saidWithoutRoom('c');
  localStorage.clear();
  comesBack();
  await flush();
  expect(paths(waitingChanges())).toEqual(['/plans/a', '/plans/b']);
});
