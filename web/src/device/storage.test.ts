/** A browser that keeps nothing, and what somebody else wrote. */
import { z } from 'zod';
import { forget, keepText, keepValue, keysWith, readText, readValue } from './storage.ts';

afterEach(() => {
  jest.restoreAllMocks();
  for (const key of keysWith('test ')) forget(key);
});

const refuse = () => {
  throw new DOMException('not allowed', 'SecurityError');
};

it('what is kept is read; what does not fit its schema is not', () => {
  expect(keepValue('test a', { n: 1 })).toBe(true);
  expect(readValue('test a', z.object({ n: z.number() }))).toEqual({ n: 1 });
  expect(readValue('test a', z.object({ n: z.string() }))).toBeNull();
  keepText('test b', '{"n":');
  expect(readValue('test b', z.unknown())).toBeNull();
});

it.each([
  ['has no room', () => jest.spyOn(Storage.prototype, 'setItem').mockImplementation(refuse)],
  ['keeps nothing at all', () => jest.spyOn(window, 'localStorage', 'get').mockImplementation(refuse)],
])('where the browser %s it is remembered for the page, and said to be no more than that', (_, make) => {
  make();
  expect(keepText('test c', 'x')).toBe(false);
  expect(readText('test c')).toBe('x');
  expect(keysWith('test ')).toEqual(['test c']);
  forget('test c');
  expect(readText('test c')).toBeNull();
});
