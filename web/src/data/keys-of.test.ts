import { keyed, keysAfter } from './keys-of.ts';

const [a, b, c, d] = ['a', 'b', 'c', 'd'].map((name) => ({ name }));
const keysOf = (...lists: { name: string }[][]) => {
  const [first, ...rest] = lists;
  return rest.reduce((keys, list) => keysAfter(keys, list), keyed(first)).keys;
};

it.each<[string, { name: string }[][], number[]]>([
  [
    'nothing changes',
    [
      [a, b],
      [a, b],
    ],
    [0, 1],
  ],
  [
    'one is removed: the next one stays itself',
    [
      [a, b, c],
      [b, c],
    ],
    [1, 2],
  ],
  [
    'one is edited in its place',
    [
      [a, b],
      [a, { name: 'B' }],
    ],
    [0, 1],
  ],
  [
    'one is put in the middle',
    [
      [a, b],
      [a, c, b],
    ],
    [0, 2, 1],
  ],
  [
    'they change places',
    [
      [a, b, c],
      [c, a, b],
    ],
    [2, 0, 1],
  ],
  ['what was removed and comes back is new', [[a, b], [b], [a, b]], [2, 1]],
  [
    'one goes and another comes: it is an edit of it in that place',
    [
      [a, b],
      [d, b],
    ],
    [0, 1],
  ],
  ['a copy of the same thing has a key of its own', [[a], [a, a]], [0, 1]],
  [
    'all are new',
    [
      [a, b],
      [c, d, a],
    ],
    [2, 3, 0],
  ],
])('%s', (_, lists, keys) => {
  expect(keysOf(...lists)).toEqual(keys);
  expect(new Set(keys).size).toBe(keys.length);
});
