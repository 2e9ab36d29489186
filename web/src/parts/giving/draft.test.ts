import { type Assignment, assignmentSchema } from '@feldspar/core/people';
import { type Draft, type WorkChoice, assignmentOf, draftOf } from './draft.ts';

const [PLAN, PATH, AGENDA, PLAYER] = [1, 2, 3, 4].map((n) => `00000000-0000-4000-8000-00000000000${n}`);
const CHOICES: WorkChoice[] = [
  { key: PLAN, title: 'Growing silence', planId: PLAN, path: null, tempo: { bpm: 92, beat: '1/4' } },
  {
    key: `${PATH} a`,
    title: 'A path, 1: Every beat',
    planId: PLAN,
    path: { id: PATH, step: 'a' },
    tempo: { bpm: 80, beat: '1/4' },
  },
  { key: AGENDA, title: 'Four kinds of alone', planId: null, path: null, tempo: null },
];
const draft = (more: Partial<Draft> = {}): Draft => ({ ...draftOf(null, [PLAYER], '2026-11-28'), ...more });
const given = (more: Partial<Draft>): Assignment =>
  assignmentSchema.parse(assignmentOf(draft(more), CHOICES));

it.each<[string, Partial<Draft>]>([
  ['a plan at its tempo', { what: PLAN, tempo: { bpm: 92, beat: '1/4' } }],
  ['a plan at any tempo', { what: PLAN, atTempo: false }],
  [
    'a step of a path',
    { kind: 'step', what: `${PATH} a`, tempo: { bpm: 80, beat: '1/4' }, by: '2026-12-04', why: 'slowly' },
  ],
  ['an agenda each week', { kind: 'agenda', what: AGENDA, every: 'week', to: ['class Duo', PLAYER] }],
])('%s is given, and comes back into the dialog as it was', (_, more) => {
  const made = given(more);
  expect(assignmentSchema.parse(assignmentOf(draftOf(made, [], '2027-01-01'), CHOICES))).toEqual(made);
});

it('an agenda has no tempo, and a class is no player', () => {
  const made = given({ kind: 'agenda', what: AGENDA, tempo: { bpm: 92, beat: '1/4' }, to: ['class Duo'] });
  expect(made.tempo).toBeUndefined();
  expect(made.to).toEqual({ players: [], groups: ['Duo'] });
});

it('what was not chosen is refused by the schema, which names the field', () => {
  const paths = (more: Partial<Draft>) =>
    assignmentSchema.safeParse(assignmentOf(draft(more), CHOICES)).error!.issues.map(({ path }) => path[0]);
  expect(paths({})).toContain('work');
  expect(paths({ what: PLAN, to: [] })).toEqual(['to']);
});
