import { act, renderHook } from '@testing-library/react';
import { useSettled } from './useSettled.ts';

beforeEach(() => void jest.useFakeTimers());
afterEach(() => {
  jest.useRealTimers();
});

const settling = () => {
  const done: number[] = [];
  const { result, unmount } = renderHook(() => useSettled((value: number) => done.push(value), 400));
  return { done, ask: (value: number) => act(() => result.current(value)), unmount };
};
const pass = (ms: number) =>
  act(() => {
    jest.advanceTimersByTime(ms);
  });

it('a single change is done at once', () => {
  const { done, ask } = settling();
  ask(1);
  pass(500);
  ask(2);
  expect(done).toEqual([1, 2]);
});

it('of a drag of 100 steps in a second a few are done, and the last one', () => {
  const { done, ask } = settling();
  for (let step = 1; step <= 100; step++) {
    ask(step);
    pass(10);
  }
  pass(1000);
  expect(done.length).toBeLessThanOrEqual(4);
  expect(done[0]).toBe(1);
  expect(done.at(-1)).toBe(100);
});

it('nothing is done after the screen was left', () => {
  const { done, ask, unmount } = settling();
  ask(1);
  ask(2);
  unmount();
  pass(1000);
  expect(done).toEqual([1]);
});
