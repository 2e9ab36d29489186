import { act, renderHook } from '@testing-library/react';
import { z } from 'zod';
import { readText } from './storage.ts';
import { useKept } from './useKept.ts';

const KEY = 'feldspar test';
const schema = z.object({ count: z.number().max(9) });
const load = () => Promise.resolve(schema);
const never = () => new Promise<typeof schema>(() => undefined);

afterEach(() => localStorage.clear());

it('nothing that is kept is known at once, without the schema', () => {
  const asked = jest.fn(never);
  const { result } = renderHook(() => useKept(KEY, asked));
  expect(result.current[0]).toBeNull();
  expect(asked).not.toHaveBeenCalled();
});

it('what is kept is not known before its schema has come', async () => {
  localStorage.setItem(KEY, '{"count":3}');
  const { result } = renderHook(() => useKept(KEY, load));
  expect(result.current[0]).toBeUndefined();
  await act(async () => undefined);
  expect(result.current[0]).toEqual({ count: 3 });
});

it.each([
  ['what does not fit', '{"count":30}', load],
  ['what is no JSON', '{"count":', load],
  [
    'what nobody can check, since the code for it does not come',
    '{"count":3}',
    () => Promise.reject(new Error()),
  ],
])('%s is as good as nothing', async (_, text, from) => {
  localStorage.setItem(KEY, text);
  const { result } = renderHook(() => useKept(KEY, from));
  await act(async () => undefined);
  expect(result.current[0]).toBeNull();
});

it('what is said before that counts, and is kept', async () => {
  localStorage.setItem(KEY, '{"count":3}');
  const come: ((arrived: typeof schema) => void)[] = [];
  const late = new Promise<typeof schema>((resolve) => come.push(resolve));
  const { result } = renderHook(() => useKept(KEY, () => late));
  act(() => result.current[1]({ count: 4 }));
  await act(async () => come[0](schema));
  expect(result.current[0]).toEqual({ count: 4 });
  expect(readText(KEY)).toBe('{"count":4}');
  act(() => result.current[1](null));
  expect(result.current[0]).toBeNull();
  expect(readText(KEY)).toBeNull();
});

it('what was said stays, also where the schema never comes', async () => {
  localStorage.setItem(KEY, '{"count":3}');
  const fail: (() => void)[] = [];
  const lost = new Promise<typeof schema>((_, reject) => fail.push(() => reject(new Error())));
  const { result } = renderHook(() => useKept(KEY, () => lost));
  act(() => result.current[1]({ count: 4 }));
  await act(async () => fail[0]());
  expect(result.current[0]).toEqual({ count: 4 });
});
