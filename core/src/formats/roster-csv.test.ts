/** Lists of players: thirty names with two faulty lines, other programs' headings, and there and back. */
import fc from 'fast-check';
import { type RosterEntry, guessColumns, readRoster, readRosterTable, rosterCsv } from './index.ts';

const read = (text: string) => {
  const table = readRosterTable(text);
  return readRoster(table, guessColumns(table.headings));
};

it('thirty names of which two lines are faulty: twenty-eight players, and both lines named', () => {
  const lines = Array.from({ length: 30 }, (_, i) => `Player ${i},flute,Tuesday`);
  lines[6] = ',flute,Tuesday';
  lines[19] = 'Player 3,flute,Tuesday';
  const { entries, problems } = read(['Name,Instrument,Class', ...lines].join('\n'));
  expect(entries).toHaveLength(28);
  expect(entries[0]).toEqual({
    line: 2,
    name: 'Player 0',
    instrument: 'flute',
    profile: { groups: ['Tuesday'] },
  });
  expect(problems).toEqual([
    { line: 8, message: 'there is no name in it' },
    { line: 21, message: 'Player 3 stands in line 5 already' },
  ]);
});

it.each([
  ['semicolons', 'Name;Instrument\r\nÅse;cello\r\n'],
  ['tabs', 'Name\tInstrument\nÅse\tcello'],
  ['quotation marks', '"Name","Instrument"\n"Åse","cello"'],
  ['a mark of the byte order', '\ufeffName,Instrument\nÅse,cello'],
  ['empty lines', 'Name,Instrument\n\n,\nÅse,cello\n\n'],
  ['other headings', 'Given name,Last-name,INSTRUMENTS,Shoe size\nÅse,,cello,38'],
])('%s', (_, text) => {
  expect(read(text)).toMatchObject({
    entries: [{ name: 'Åse', instrument: 'cello', profile: {} }],
    problems: [],
  });
});

it('first name and surname make a name; classes are parted', () => {
  expect(read('First name,Surname,Class\nAda,Fern,"Tuesday; Duo"').entries).toMatchObject([
    { name: 'Ada Fern', profile: { groups: ['Tuesday', 'Duo'] } },
  ]);
});

it.each([
  ['level', 'expert', /no level; write beginner, growing or advanced/],
  ['hand', 'both', /right or left/],
  ['thinks in', '1\\/3', /a note: 1\/8, 1\/4/],
  ['school', 'none', /backbeat first or sparse clicks first/],
])('a wrong %s is said with its remedy', (column, value, message) => {
  const { entries, problems } = read(`name,${column}\nAda,${value}`);
  expect(entries).toEqual([]);
  expect(problems).toEqual([{ line: 2, message: expect.stringMatching(message) }]);
});

it.each([
  ['', /a line of headings/],
  ['Name', /a line of headings/],
  ['Name,Instrument\n"Ada,cello\nBen,flute', /not closed/],
  [`Name\n${'Ada\n'.repeat(2500)}`, /at most 2000 lines/],
])('what is no list is refused', (text, message) => {
  expect(() => readRosterTable(text)).toThrow(message);
});

it('two columns of one heading: the second is left to a person', () => {
  expect(guessColumns(['Name', 'Pupil', 'Instrument'])).toEqual(['name', null, 'instrument']);
});

it('property: what is written is read back', () => {
  const text = fc
    .string({ unit: fc.constantFrom(...'Aåß"\',; \n=+-1é'), maxLength: 12 })
    .map((one) => one.trim());
  // Spreadsheets take these for formulas: they come back with an apostrophe before them.
  const safe = text.filter((one) => !/^[=+\-@\t\r]/.test(one));
  const entry: fc.Arbitrary<RosterEntry> = fc.record({
    name: safe.filter((one) => one !== ''),
    instrument: safe,
    profile: fc.record(
      {
        level: fc.constantFrom('beginner' as const, 'usual' as const, 'advanced' as const),
        hand: fc.constantFrom('left' as const, 'right' as const),
        groups: fc.uniqueArray(fc.constantFrom('Tuesday', 'Duo', 'Ü 3'), { minLength: 1 }),
      },
      { requiredKeys: [] },
    ),
  });
  const unique = {
    selector: ({ name, instrument }: RosterEntry) => `${name}\n${instrument}`.toLowerCase(),
    minLength: 1,
  };
  fc.assert(
    fc.property(fc.uniqueArray(entry, unique), (players) => {
      const { entries, problems } = read(rosterCsv(players));
      expect(problems).toEqual([]);
      expect(entries.map(({ name, instrument, profile }) => ({ name, instrument, profile }))).toEqual(
        players,
      );
    }),
  );
});

it('what begins like a formula is written as text', () => {
  expect(rosterCsv([{ name: '=1+1', instrument: '', profile: {} }])).toContain("'=1+1");
});
