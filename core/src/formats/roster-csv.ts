/**
 * Lists of players as spreadsheets write them (RFC 4180, any of the usual separators): columns are found by their headings or matched by a
 * person, and each line that cannot be taken says why. Written out the same way.
 */
import Papa from 'papaparse';
import { type Profile, SCHOOLS, SIDES, THOUGHT_IN, profileSchema } from '../people/index.ts';

export const MOST_ROSTER_BYTES = 1024 * 1024;
const MOST_LINES = 2000;

/** What a column may hold. */
export const ROSTER_COLUMNS = [
  'name',
  'first name',
  'surname',
  'instrument',
  'class',
  'level',
  'school',
  'hand',
  'foot',
  'thinks in',
] as const;
export type RosterColumn = (typeof ROSTER_COLUMNS)[number];

/** Headings of other programs and other people, in small letters (common practice, no source). */
const ALSO: Readonly<Record<string, RosterColumn>> = {
  ...{ player: 'name', pupil: 'name', student: 'name', 'full name': 'name' },
  ...{ 'given name': 'first name', forename: 'first name', first: 'first name' },
  ...{ 'last name': 'surname', 'family name': 'surname', last: 'surname' },
  ...{ instruments: 'instrument', classes: 'class', group: 'class', groups: 'class', stage: 'level' },
};

export interface RosterTable {
  headings: string[];
  /** Without the heading; each with the number of its line in the file. */
  rows: { line: number; cells: string[] }[];
}

/** Somebody as a line says. */
export interface RosterEntry {
  name: string;
  instrument: string;
  profile: Profile;
}

export interface ReadRoster {
  entries: (RosterEntry & { line: number })[];
  problems: { line: number; message: string }[];
}

/** @throws RangeError that says why the text is no list. */
export function readRosterTable(text: string): RosterTable {
  if (text.length > MOST_ROSTER_BYTES) throw new RangeError('The file is larger than any list of names.');
  // A mark of the byte order is no part of the first heading.
  const plain = text.replace(/^\ufeff/, '').replaceAll(/\r\n?/g, '\n');
  const { data, errors } = Papa.parse<string[]>(plain, { delimiter: separatorOf(plain) });
  const quoted = errors.find(({ type }) => type === 'Quotes');
  if (quoted)
    throw new RangeError(`A quotation mark is not closed, in line ${(quoted.row ?? 0) + 1} or later.`);
  const rows = data.map((cells, i) => ({ line: i + 1, cells: cells.map((cell) => cell.trim()) }));
  const full = rows.filter(({ cells }) => cells.some((cell) => cell !== ''));
  if (full.length < 2) throw new RangeError('A list has a line of headings, and a line for each player.');
  if (full.length > MOST_LINES) throw new RangeError(`A list has at most ${MOST_LINES} lines.`);
  return { headings: full[0].cells, rows: full.slice(1) };
}

/** What parts the headings most often; they hold no such sign themselves. */
function separatorOf(text: string): string {
  const [headings] = text.trimStart().split('\n', 1);
  const count = (sign: string) => headings.split(sign).length;
  return [',', ';', '\t', '|'].reduce((most, sign) => (count(sign) > count(most) ? sign : most));
}

/** What the headings say by themselves; null for a column that nobody knows. */
export function guessColumns(headings: readonly string[]): (RosterColumn | null)[] {
  const taken = new Set<RosterColumn>();
  return headings.map((heading) => {
    const said = heading.toLowerCase().replaceAll(/[_-]/g, ' ').trim();
    const column = (ROSTER_COLUMNS as readonly string[]).includes(said)
      ? (said as RosterColumn)
      : (ALSO[said] ?? null);
    if (column === null || taken.has(column)) return null;
    taken.add(column);
    return column;
  });
}

/** @param columns what each column holds; null for one that is left out. */
export function readRoster({ rows }: RosterTable, columns: readonly (RosterColumn | null)[]): ReadRoster {
  const read: ReadRoster = { entries: [], problems: [] };
  const seen = new Map<string, number>();
  for (const { line, cells } of rows) {
    const said = (column: RosterColumn) => cells[columns.indexOf(column)] ?? '';
    const name = said('name') || [said('first name'), said('surname')].filter(Boolean).join(' ');
    const instrument = said('instrument');
    const problem = (message: string) => void read.problems.push({ line, message });
    if (name === '') {
      problem('there is no name in it');
      continue;
    }
    if (name.length > 80 || instrument.length > 80) {
      problem('a name and an instrument have at most 80 characters each');
      continue;
    }
    const key = `${name}\n${instrument}`.toLowerCase();
    if (seen.has(key)) {
      problem(`${name} stands in line ${seen.get(key)} already`);
      continue;
    }
    const profile = profileIn(said);
    if (typeof profile === 'string') {
      problem(profile);
      continue;
    }
    seen.set(key, line);
    read.entries.push({ line, name, instrument, profile });
  }
  return read;
}

const LEVEL_NAMES: Readonly<Record<string, NonNullable<Profile['level']>>> = {
  ...{ beginner: 'beginner', growing: 'usual', usual: 'usual', advanced: 'advanced' },
};

/** The profile, or what is wrong. */
function profileIn(said: (column: RosterColumn) => string): Profile | string {
  const level = said('level').toLowerCase();
  if (level !== '' && !(level in LEVEL_NAMES))
    return `“${said('level').slice(0, 30)}” is no level; write beginner, growing or advanced`;
  const one = <Value extends string>(column: RosterColumn, values: readonly Value[]) => {
    const text = said(column).toLowerCase();
    return text === '' ? undefined : (values.find((value) => value === text) ?? null);
  };
  const parts = {
    school: one('school', SCHOOLS),
    hand: one('hand', SIDES),
    foot: one('foot', SIDES),
    thinksIn: one('thinks in', THOUGHT_IN),
  };
  const wrong = Object.entries(parts).find(([, value]) => value === null);
  if (wrong) return `${WRONG[wrong[0]]}`;
  const groups = [
    ...new Set(
      said('class')
        .split(/[;,]/)
        .map((group) => group.trim())
        .filter(Boolean),
    ),
  ];
  const profile = Object.fromEntries(
    Object.entries({
      ...parts,
      level: level === '' ? undefined : LEVEL_NAMES[level],
      groups: groups.length > 0 ? groups : undefined,
    }).filter(([, value]) => value !== undefined),
  );
  const checked = profileSchema.safeParse(profile);
  return checked.success ? checked.data : checked.error.issues[0].message;
}

const WRONG: Readonly<Record<string, string>> = {
  school: `a school is ${SCHOOLS.join(' or ')}`,
  hand: 'a hand is right or left',
  foot: 'a foot is right or left',
  thinksIn: `what somebody thinks in is a note: ${THOUGHT_IN.join(', ')}`,
};

/** Everybody in a line; what begins like a formula of a spreadsheet is marked as text (OWASP, CSV Injection). */
export function rosterCsv(players: readonly RosterEntry[]): string {
  const columns = ['name', 'instrument', 'class', 'level', 'school', 'hand', 'foot', 'thinks in'];
  const rows = players.map(({ name, instrument, profile }) => [
    ...[
      name,
      instrument,
      (profile.groups ?? []).join('; '),
      profile.level === 'usual' ? 'growing' : profile.level,
    ],
    ...[profile.school, profile.hand, profile.foot, profile.thinksIn],
  ]);
  const cells = rows.map((row) => row.map((cell) => cell ?? ''));
  return `${Papa.unparse({ fields: columns, data: cells }, { newline: '\r\n', escapeFormulae: true })}\r\n`;
}
