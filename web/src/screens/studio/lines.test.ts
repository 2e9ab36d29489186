import type { Player } from '@feldspar/core/wire';
import { EVERY_CLASS, type StudioLine, shownLines } from './lines.ts';

const line = (name: string, minutes: number, groups: string[] = []): StudioLine => ({
  player: { id: name, name, instrument: 'cello', profile: { groups } } as Player,
  week: { minutes } as StudioLine['week'],
});
// Who needs the teacher first, as the server sorts them.
const LINES = [line('Ruben', 3, ['Duo']), line('Åse', 9), line('Ada', 5, ['Duo'])];
const names = (order: 'needs' | 'name' | 'minutes', group = EVERY_CLASS, find = '') =>
  shownLines(LINES, { order, group, find }).map(({ player }) => player.name);

it('lines keep the order of who needs the teacher, or are sorted by name or by minutes', () => {
  expect(names('needs')).toEqual(['Ruben', 'Åse', 'Ada']);
  expect(names('name')).toEqual(['Ada', 'Åse', 'Ruben']);
  expect(names('minutes')).toEqual(['Åse', 'Ada', 'Ruben']);
});

it('a class and a few letters leave those who fit', () => {
  expect(names('needs', 'Duo')).toEqual(['Ruben', 'Ada']);
  expect(names('needs', EVERY_CLASS, ' åS')).toEqual(['Åse']);
  expect(names('needs', EVERY_CLASS, 'cello')).toHaveLength(3);
});
