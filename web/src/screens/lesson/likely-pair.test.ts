import { likelyPair } from './likely-pair.ts';

const take = (id: string, planId: string | null, title = 'x') => ({ id, planId, title });

it('is the newest take and the oldest of the same plan', () => {
  expect(likelyPair([take('4', 'a'), take('3', 'b'), take('2', 'a'), take('1', 'a')])).toEqual(['4', '1']);
});

it('where the newest stands alone, the next that does not; of plans that are gone the title tells', () => {
  expect(likelyPair([take('3', 'c'), take('2', 'b'), take('1', 'b')])).toEqual(['2', '1']);
  expect(likelyPair([take('2', null, 'mine'), take('1', null, 'mine')])).toEqual(['2', '1']);
  expect(likelyPair([take('2', null, 'mine'), take('1', null, 'other')])).toEqual([]);
});
