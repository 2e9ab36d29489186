/** Workers that answer, that fail, and that are lost. */
import { SureWorker } from './sure-worker.ts';

const LOST_MS = 15_000;
const SAYS = 'it could not be loaded';

type Fate = 'answers' | 'silent' | 'slow' | 'mute' | 'fails';
const SLOW_MS = 20_000;

jest.mock('comlink', () => ({
  wrap: ({ fate }: { fate: string }) => ({
    ready: () =>
      fate === 'answers' || fate === 'mute'
        ? Promise.resolve(true)
        : new Promise((resolve) => fate === 'slow' && setTimeout(() => resolve(true), 20_000)),
    double: (n: number) => (fate === 'mute' ? new Promise(() => undefined) : Promise.resolve(2 * n)),
  }),
}));

beforeEach(() => void jest.useFakeTimers());
afterEach(() => void jest.useRealTimers());

/** @param fates what each new worker does; the ones after answer. */
function sure(...fates: Fate[]) {
  const count = { begun: 0, ended: 0 };
  const worker = new SureWorker<{ ready(): boolean; double(n: number): number }>(() => {
    const one = {
      fate: fates[count.begun++] ?? 'answers',
      onerror: () => undefined,
      terminate: () => count.ended++,
    };
    if (one.fate === 'fails') setTimeout(() => one.onerror(), 1);
    return one as unknown as Worker;
  }, SAYS);
  const ask = (n: number) => {
    const seen: { answer?: number; error?: string } = {};
    worker
      .ask((remote) => remote.double(n))
      .then(
        (answer) => (seen.answer = answer),
        (error: Error) => (seen.error = error.message),
      );
    return seen;
  };
  return { ask, count };
}
const pass = (ms: number) => jest.advanceTimersByTimeAsync(ms);

it('one worker answers all', async () => {
  const { ask, count } = sure();
  const [first, second] = [ask(1), ask(2)];
  await pass(1);
  expect([first.answer, second.answer]).toEqual([2, 4]);
  expect(count).toEqual({ begun: 1, ended: 0 });
});

it('one that gives no sign of life is ended, and another answers in its place', async () => {
  const { ask, count } = sure('silent');
  const [first, second] = [ask(1), ask(2)];
  await pass(LOST_MS - 1);
  expect(first.answer).toBeUndefined();
  await pass(2);
  expect([first.answer, second.answer]).toEqual([2, 4]);
  expect(count).toEqual({ begun: 2, ended: 1 });
});

it('one that is only slow answers, if it is the first to do so; the other is ended', async () => {
  const { ask, count } = sure('slow', 'silent');
  const seen = ask(1);
  await pass(SLOW_MS - 1);
  expect([seen.answer, count]).toEqual([undefined, { begun: 2, ended: 0 }]);
  await pass(2);
  expect([seen.answer, count]).toEqual([2, { begun: 2, ended: 1 }]);
  const again = ask(2);
  await pass(1);
  expect([again.answer, count.begun]).toEqual([4, 2]);
});

it('one that has answered once and then no more is ended, and its question goes to another', async () => {
  const { ask, count } = sure('mute');
  const [first, second] = [ask(1), ask(2)];
  await pass(29_000);
  expect([first.answer, count]).toEqual([undefined, { begun: 1, ended: 0 }]);
  await pass(1100);
  expect([first.answer, second.answer]).toEqual([2, 4]);
  expect(count.begun).toBe(2);
  // Nobody is asked for what was answered.
  await pass(60_000);
  expect(count.begun).toBe(2);
});

it('what it was asked later does not wait as long once more', async () => {
  const { ask } = sure('mute');
  const first = ask(1);
  await pass(20_000);
  const second = ask(2);
  await pass(10_100);
  expect([first.answer, second.answer]).toEqual([2, 4]);
});

it('nothing is left running after an answer', async () => {
  const { ask } = sure();
  ask(1);
  await pass(1);
  expect(jest.getTimerCount()).toBe(0);
});

it('is given up after three', async () => {
  const { ask, count } = sure('silent', 'silent', 'silent');
  const seen = ask(1);
  await pass(3 * LOST_MS + 1);
  expect(seen.error).toBe(SAYS);
  expect(count).toEqual({ begun: 3, ended: 3 });
});

it('one whose code does not come is told of at once; the next attempt starts another', async () => {
  const { ask } = sure('fails');
  const seen = ask(1);
  await pass(2);
  expect(seen.error).toBe(SAYS);
  const again = ask(1);
  await pass(1);
  expect(again.answer).toBe(2);
});
