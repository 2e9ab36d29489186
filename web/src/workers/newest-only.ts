/**
 * One question at a time: of those that come while it is being answered only the newest is asked afterwards, so that a key held down makes
 * no queue of answers that nobody waits for.
 * @returns what asks; its answer is undefined where a newer question took its place.
 */
export function newestOnly<Question, Answer>(
  ask: (question: Question) => Promise<Answer>,
): (question: Question) => Promise<Answer | undefined> {
  let busy = false;
  let next: { question: Question; settle: (answer: Promise<Answer> | undefined) => void } | null = null;
  const begin = (question: Question): Promise<Answer> => {
    busy = true;
    const answer = ask(question);
    const after = () => {
      busy = false;
      const waiting = next;
      next = null;
      waiting?.settle(begin(waiting.question));
    };
    answer.then(after, after);
    return answer;
  };
  return (question) => {
    if (!busy) return begin(question);
    next?.settle(undefined);
    return new Promise((settle) => (next = { question, settle }));
  };
}
