import fc from 'fast-check';
import { smallCoreText } from './small-core-schema.ts';
import { type SmallCore, readSmallCore, writeSmallCore } from './small-core.ts';

const mark = (rows: number) =>
  fc.record({
    row: fc.nat(rows - 1),
    across: fc.integer({ min: -200, max: 1200 }).map((thousandths) => thousandths / 1000),
    asynchronyMs: fc.integer({ min: -5000, max: 5000 }),
  });
const cores: fc.Arbitrary<SmallCore> = fc
  .array(fc.record({ beats: fc.integer({ min: 1, max: 64 }), silent: fc.boolean() }), {
    minLength: 1,
    maxLength: 40,
  })
  .chain((rows) =>
    fc.record({ rows: fc.constant(rows), marks: fc.array(mark(rows.length), { maxLength: 60 }) }),
  );
const byBar = (marks: SmallCore['marks']) => [...marks].sort((a, b) => a.row - b.row);

it('what is written is read again, bar by bar', () => {
  fc.assert(
    fc.property(cores, (core) => {
      const text = writeSmallCore(core);
      expect(smallCoreText.safeParse(text).success).toBe(true);
      expect(readSmallCore(text)).toEqual({ rows: core.rows, marks: byBar(core.marks) });
    }),
  );
});

it('nothing is nothing', () => {
  expect(writeSmallCore({ rows: [], marks: [] })).toBe('');
  expect(readSmallCore('')).toEqual({ rows: [], marks: [] });
});

it('is as it is told in words', () => {
  expect(
    writeSmallCore({
      rows: [
        { beats: 4, silent: false },
        { beats: 3, silent: true },
      ],
      marks: [
        { row: 0, across: 0, asynchronyMs: -3 },
        { row: 0, across: 0.25, asynchronyMs: 12 },
        { row: 1, across: 0, asynchronyMs: 31 },
      ],
    }),
  ).toBe('4 0:-3 250:12|(3) 0:31');
});

it.each(['four', '4 0', '4 0:1:2', '(4', '4|', '4 0.5:1', ' 4', `${'4|'.repeat(20_000)}4`])(
  'refuses %.12s',
  (text) => expect(smallCoreText.safeParse(text).success).toBe(false),
);
