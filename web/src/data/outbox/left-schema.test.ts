import { leftSchema } from './left-schema.ts';

const WAITING = {
  key: '1 0 a',
  at: '2026-11-30T10:00:00Z',
  thing: 'plan a',
  method: 'PUT',
  path: '/plans/a',
  said: 'A plan',
  state: 'waiting',
  body: { title: 'x' },
  on: 2,
  version: 1,
};

it('a change is read back as it was left', () => {
  expect(leftSchema.parse(JSON.parse(JSON.stringify(WAITING)))).toEqual(WAITING);
});

it.each([
  ['another host', { ...WAITING, path: 'https://elsewhere.example/x' }],
  ['a way of asking that is none of ours', { ...WAITING, method: 'GET' }],
  ['no key', { ...WAITING, key: undefined }],
  ['no change at all', null],
])('%s is no change', (_, value) => {
  expect(leftSchema.safeParse(value).success).toBe(false);
});
