import { ROUTES, type RouteName } from '@feldspar/core/wire';
import { type Changing, changeOf } from '../outbox/change-of.ts';
import { addressOf } from './client.ts';

describe('the address of a route', () => {
  it.each([
    ['an id', addressOf('GET /takes/:id', { id: 'a' }), '/takes/a'],
    ['what comes after it', addressOf('POST /plans/:id/restore', { id: 'a' }), '/plans/a/restore'],
    ['nothing asked', addressOf('GET /takes', {}), '/takes'],
    ['some of it', addressOf('GET /takes', { query: { limit: 3, player: null } }), '/takes?limit=3'],
    ['odd letters', addressOf('GET /takes', { query: { cursor: 'a b&c' } }), '/takes?cursor=a+b%26c'],
  ])('%s', (_, address, expected) => expect(address).toBe(expected));
});

it('a change of a thing is kept with its name, method and address', () => {
  const changes = (Object.keys(ROUTES) as RouteName[]).filter(
    (name): name is Changing => name.includes(':id') && !name.startsWith('GET'),
  );
  expect(changes).toHaveLength(33);
  for (const name of changes) {
    const change = changeOf(name as 'DELETE /takes/:id', 'x', 'said');
    expect(`${change.method} ${change.path}`).toBe(name.replace(':id', 'x'));
    expect(change.thing).toMatch(
      /^(take|plan|player|recording|path|walk|agenda|session|assignment|lesson|circle) x$/,
    );
  }
});
