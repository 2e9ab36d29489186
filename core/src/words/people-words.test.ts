import type { AssignmentStanding, Need } from '../people/index.ts';
import { assignmentWords, needWords, studioHeadline } from './index.ts';

const SAYING = {
  day: (day: string) => day.slice(5),
  tempo: ({ bpm }: { bpm: string | number }) => String(bpm),
};
const said = (need: Need) => {
  const { word, sentence } = needWords(need, SAYING);
  return `${word} ${sentence}`;
};

it.each<[Need, string]>([
  [
    {
      ...{ kind: 'stuck', planId: 'x', title: 'One click a bar', at: { bpm: '92', beat: '1/4' } },
      ...{ takes: 9, since: '2026-11-07', advice: 'slower', to: { bpm: '83', beat: '1/4' } },
    },
    'stuck on “One click a bar” at 92: 9 takes since 11-07, no gain. Slower may help: try 83.',
  ],
  [
    { kind: 'hurries', below: 80, above: null, steadyAt: 100 },
    'hurries only below 80; steady at 100. Begin faster, come down.',
  ],
  [
    { kind: 'due', unit: 'session', title: 'Halves', done: 0, of: 1, until: '2026-11-29' },
    'due one session of “Halves” by 11-29.',
  ],
  [
    { kind: 'late', unit: 'take', title: 'Halves', done: 2, of: 4, until: '2026-11-27' },
    'late 2 of 4 takes of “Halves”, which was for 11-27.',
  ],
  [
    { kind: 'nearly', title: 'Halves', good: 4, anotherDay: true, of: 'returns' },
    'nearly 4 good returns on another day and “Halves” holds.',
  ],
  [
    { kind: 'changed', figure: 'hold', from: 6, to: 11.04, better: true },
    'grew beats held alone: from 6.0 to 11.0 beats.',
  ],
  [
    { kind: 'changed', figure: 'spread', from: 20, to: 31, better: false },
    'fell back spread beside the click: from 20 to 31 ms.',
  ],
])('%j', (need, words) => {
  expect(said(need)).toBe(words);
});

it('the headline names who needs the teacher, by first names, and two of them', () => {
  const players = [
    { name: 'Imke Rosal', need: { kind: 'stuck' } as Need },
    { name: 'Hana Wells', need: { kind: 'nearly' } as Need },
    { name: 'Ada Fern', need: { kind: 'away' } as Need },
  ];
  expect(studioHeadline(players)).toBe('Imke is stuck, Hana is nearly there.');
  expect(studioHeadline([{ name: 'Ada', need: { kind: 'practises' } }])).toBe(
    'Nobody needs you more than usual.',
  );
});

const standing = (more: Partial<AssignmentStanding>): AssignmentStanding => ({
  ...{
    state: 'begun',
    done: 2,
    of: 4,
    from: '2026-11-20',
    until: null,
    otherTempo: 0,
    held: false,
    before: null,
  },
  ...more,
});
it.each<[Partial<AssignmentStanding>, string]>([
  [{}, '2 of 4'],
  [{ otherTempo: 1 }, '2 of 4, 1 take at another tempo'],
  [{ state: 'done', done: 4, held: true }, 'done, and it holds'],
  [{ state: 'done, not held', done: 4 }, 'done, but it does not hold yet'],
  [{ state: 'late', done: 0 }, 'late, not begun'],
  [{ before: { done: 2, of: 3 } }, '2 of 4; 2 of 3 times before'],
])('%j', (more, words) => {
  expect(assignmentWords(standing(more))).toBe(words);
});
