/** What the frame says without a browser: where one is, the window's title, the keys. */
import { ALL_PLACES, GROUPS, IN_THE_BAR, isAt, openTo } from './places.ts';
import { keysAt } from './keys.ts';
import { titleOf } from './useHeading.ts';

it.each([
  ['/', 'Bench'],
  ['/plans', 'Plans'],
  ['/plans/1/edit', 'Plans'],
  ['/sheets/1', 'Count sheets'],
  ['/desk/table', 'Tempo desk'],
  ['/takes/1', 'Log'],
  ['/bin', 'Log'],
  ['/hold', 'Log'],
  ['/rig', 'Sound and inputs'],
  ['/studio/work', 'Studio'],
  ['/studio/lesson/1/handout', 'Studio'],
  ['/circle', 'Circle'],
])('at %s one is in %s, and nowhere else', (path, name) => {
  expect(ALL_PLACES.filter((place) => isAt(place, path)).map((place) => place.name)).toEqual([name]);
});

it('every place stands once; four of them in the bar of a phone', () => {
  expect(new Set(ALL_PLACES.map(({ to }) => to)).size).toBe(ALL_PLACES.length);
  expect(GROUPS.map(({ name }) => name)).toEqual(['Play', 'Work out', 'Look back', 'People']);
  expect(ALL_PLACES.filter(({ to }) => IN_THE_BAR.includes(to))).toHaveLength(4);
});

it('whoever opened the studio as one player is not shown the places of the teacher', () => {
  const names = (viewer: string | null) => openTo(ALL_PLACES, viewer).map(({ name }) => name);
  expect(names(null)).toContain('Studio');
  expect(names('someone')).not.toContain('Studio');
  expect(names('someone')).toEqual(names(null).filter((name) => name !== 'Studio' && name !== 'Circle'));
});

it.each([
  [' Next:  Every beat\n', 'Next: Every beat · Feldspar'],
  [null, 'Feldspar'],
  ['', 'Feldspar'],
])('the heading %j makes the title %s', (heading, title) => {
  expect(titleOf(heading)).toBe(title);
});

it('a long heading is cut where a tab has no more room', () => {
  expect(titleOf('x'.repeat(200))).toBe(`${'x'.repeat(79)}… · Feldspar`);
});

it('each screen has its own keys, and those of all', () => {
  expect(keysAt('/nowhere').map(({ keys }) => keys)).toEqual(['?', 'Ctrl K']);
  expect(keysAt('/plans/1').map(({ does }) => does)).toContain('to the stage');
  expect(keysAt('/plans/1/edit').map(({ does }) => does)).not.toContain('to the stage');
});
