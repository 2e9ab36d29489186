/** What a teacher reads of a player: one word, one sentence; and how far given work is. */
import type { AssignmentStanding, Need } from '../people/index.ts';
import type { SaidTempo } from '../plan/index.ts';
import { FIGURE_WORDS } from './trend-words.ts';
import { oneDecimal, plural, whole } from './numbers.ts';

export interface NeedWords {
  /** One word, which stands before the sentence. */
  word: string;
  sentence: string;
  /** Who needs the teacher, who is on the way, whom to leave alone. */
  tone: 'needs' | 'soon' | 'well';
}

/** How days and tempos are said belongs to whoever shows them. */
export interface Saying {
  day(day: string): string;
  tempo(at: SaidTempo): string;
}

export function needWords(need: Need, { day, tempo }: Saying): NeedWords {
  switch (need.kind) {
    case 'late':
      return {
        ...{ word: 'late', tone: 'needs' },
        sentence: `${givenWords(need)}, which was for ${need.until ? day(need.until) : 'by now'}.`,
      };
    case 'due':
      return {
        ...{ word: 'due', tone: 'soon' },
        sentence: `${givenWords(need)}${need.until ? ` by ${day(need.until)}` : ''}.`,
      };
    case 'stuck':
      return {
        ...{ word: 'stuck', tone: 'needs' },
        sentence: `on “${need.title}” at ${tempo(need.at)}: ${plural(need.takes, 'take')} since ${day(need.since)}, no gain. ${adviceWords(need, tempo)}`,
      };
    case 'away':
      return {
        word: 'away',
        tone: 'soon',
        sentence: `no take since ${day(need.since)}; begin again with what held.`,
      };
    case 'hurries':
    case 'drags':
      return { word: need.kind, tone: 'needs', sentence: temptedWords(need) };
    case 'nearly': {
      const one = need.of === 'returns' ? 'good return' : 'good bar';
      return {
        ...{ word: 'nearly', tone: 'well' },
        sentence: `${plural(need.good, one)}${need.anotherDay ? ' on another day' : ''} and “${need.title}” holds.`,
      };
    }
    case 'changed': {
      const { name, unit } = FIGURE_WORDS[need.figure];
      const said = (value: number) =>
        need.figure === 'hold'
          ? oneDecimal(Math.max(0, value))
          : whole(need.figure === 'offset' ? value : Math.max(0, value));
      return {
        word: need.better === null ? 'moved' : need.better ? 'grew' : 'fell back',
        tone: need.better === false ? 'soon' : 'well',
        sentence: `${name.toLowerCase()}: from ${said(need.from)} to ${said(need.to)} ${unit}.`,
      };
    }
    case 'steady':
      return {
        word: 'steady',
        tone: 'well',
        sentence: 'every step of the path holds; choose the next one together.',
      };
    case 'practises':
      return {
        word: 'practises',
        tone: 'well',
        sentence: 'nothing stands out; the bench says what comes next.',
      };
    case 'new':
      return { word: 'new', tone: 'soon', sentence: 'no take yet; give a first plan, or play one together.' };
  }
}

/** Of a single one there is nothing to count. */
const givenWords = ({ done, of, unit, title }: Extract<Need, { kind: 'late' | 'due' }>) =>
  `${of === 1 ? `one ${unit}` : `${done === 0 ? 'none' : done} of ${plural(of, unit)}`} of “${title}”`;

function adviceWords({ advice, to }: Extract<Need, { kind: 'stuck' }>, tempo: Saying['tempo']): string {
  switch (advice) {
    case 'slower':
      return `Slower may help${to ? `: try ${tempo(to)}` : ''}.`;
    case 'faster':
      return `A beat that carries may help${to ? `: try ${tempo(to)}` : ''}.`;
    case 'step back':
      return 'Slower did not help: take the step before it again.';
    case 'another place':
      return 'Move the click to another place of the bar for a week.';
    case 'magnifier':
      return 'The notes scatter to both sides: a click on the subdivision shows where.';
    case 'latency':
      return 'They lie aside by the same amount each time: check the delay of the equipment first.';
  }
}

function temptedWords({
  kind,
  below,
  above,
  steadyAt,
}: Extract<Need, { kind: 'hurries' | 'drags' }>): string {
  if (below !== null)
    return `only below ${whole(below)}; steady at ${whole(steadyAt!)}. Begin faster, come down.`;
  if (above !== null)
    return `only above ${whole(above)}; steady at ${whole(steadyAt!)}. Stay there, then go up by little.`;
  return kind === 'hurries'
    ? 'at every tempo played: count aloud through the silence, slower.'
    : 'at every tempo played: shorter silences, a beat that carries.';
}

/** Who needs the teacher, as a heading: "Imke is stuck, Hana is nearly there." */
export function studioHeadline(players: readonly { name: string; need: Need }[]): string {
  if (players.length === 0) return 'Nobody is here yet.';
  const said = players.flatMap(({ name, need }) => {
    const words = HEADLINE[need.kind];
    return words === undefined ? [] : [`${firstName(name)} ${words}`];
  });
  if (said.length === 0) return 'Nobody needs you more than usual.';
  return `${said.slice(0, 2).join(', ')}.`;
}

const HEADLINE: Partial<Record<Need['kind'], string>> = {
  late: 'is late',
  stuck: 'is stuck',
  away: 'is away',
  hurries: 'hurries',
  drags: 'drags',
  due: 'has work due',
  nearly: 'is nearly there',
  new: 'has not begun',
};

export const firstName = (name: string): string => name.trim().split(/\s+/)[0];

/** "2 of 4", "done, and it holds". */
export function assignmentWords({ state, done, of, held, otherTempo, before }: AssignmentStanding): string {
  const aside = otherTempo > 0 && done < of ? `, ${plural(otherTempo, 'take')} at another tempo` : '';
  const gone = before && before.of > 0 ? `; ${before.done} of ${before.of} times before` : '';
  return `${stateWords(state, done, of, held)}${aside}${gone}`;
}

function stateWords(
  state: AssignmentStanding['state'],
  done: number,
  of: number,
  held: boolean | null,
): string {
  switch (state) {
    case 'coming':
      return 'still to come';
    case 'over':
      return 'over';
    case 'not begun':
      return 'not begun';
    case 'begun':
      return `${done} of ${of}`;
    case 'late':
      return done === 0 ? 'late, not begun' : `late, ${done} of ${of}`;
    case 'done, not held':
      return 'done, but it does not hold yet';
    case 'done':
      return held ? 'done, and it holds' : 'done';
  }
}
