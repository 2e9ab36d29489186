import { judgingOfStage } from './judging.ts';

it('the stage of a player sets how strictly takes are judged; the usual one says nothing', () => {
  expect(judgingOfStage({ profile: { level: 'beginner' } })).toEqual({ tolerance: { level: 'beginner' } });
  expect(judgingOfStage({ profile: { level: 'usual' } })).toBeNull();
  expect(judgingOfStage({ profile: {} })).toBeNull();
  expect(judgingOfStage(undefined)).toBeNull();
});
