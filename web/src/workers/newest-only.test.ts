import { newestOnly } from './newest-only.ts';

function slowAnswers() {
  const asked: number[] = [];
  const ends: { answer: (value: string) => void; fail: (reason: Error) => void }[] = [];
  const ask = newestOnly(
    (question: number) =>
      new Promise<string>((answer, fail) => {
        asked.push(question);
        ends.push({ answer, fail });
      }),
  );
  return { ask, asked, ends };
}

it('of those that wait only the newest is asked', async () => {
  const { ask, asked, ends } = slowAnswers();
  const answers = [1, 2, 3].map(ask);
  expect(asked).toEqual([1]);
  ends[0].answer('one');
  expect(await answers[0]).toBe('one');
  expect(await answers[1]).toBeUndefined();
  expect(asked).toEqual([1, 3]);
  ends[1].answer('three');
  expect(await answers[2]).toBe('three');
});

it('after one that fails the next is asked as ever', async () => {
  const { ask, asked, ends } = slowAnswers();
  const [first, second] = [ask(1), ask(2)];
  ends[0].fail(new Error('lost'));
  await expect(first).rejects.toThrow('lost');
  ends[1].answer('two');
  expect(await second).toBe('two');
  const third = ask(3);
  ends[2].answer('three');
  expect(await third).toBe('three');
  expect(asked).toEqual([1, 2, 3]);
});
