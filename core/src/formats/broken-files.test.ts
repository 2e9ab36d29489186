/**
 * Files that were broken on the way, or made to break something: good ones of every kind that is read, with bytes changed, taken
 * out, put in twice, or moved. Whatever comes, the reader ends with a result or says what is wrong; it never throws and never hangs.
 */
import fc from 'fast-check';
import { readPlan } from '../plan/index.ts';
import { trials } from '../testing/long.ts';
import { anySheet } from '../testing/sheets.ts';
import { plan, withCountIn } from '../testing/plans.ts';
import {
  midiOf,
  performanceOfMidi,
  planOfMidi,
  readSheetFile,
  sheetToAbc,
  sheetToMusicXml,
  sheetToMxl,
} from './index.ts';

const text = new TextEncoder();
const [sheet, other] = fc.sample(anySheet, { numRuns: 2, seed: 7 });
const document = withCountIn(
  plan({ bars: 4, silence: { sound: 2, silent: 1 } }, { meter: { beats: 7, unit: '1/8' } }),
);

/** What cannot be read has a `problem`, or a plan's `problems`. */
type Reader = (bytes: Uint8Array) => object;

const KINDS: [string, Uint8Array[], Reader][] = [
  ['MIDI', [midiOf(document), midiOf(plan({ bars: 2 }))], (bytes) => planOfMidi(bytes, 'x.mid')],
  [
    'MIDI performance',
    [midiOf(document), midiOf(plan({ bars: 2 }))],
    (bytes) => performanceOfMidi(bytes, 'x.mid'),
  ],
  ['MusicXML', [sheet, other].map((one) => text.encode(sheetToMusicXml(one))), readSheetFile],
  ['compressed MusicXML', [sheet, other].map((one) => sheetToMxl(one)), readSheetFile],
  ['ABC', [sheet, other].map((one) => text.encode(sheetToAbc(one))), readSheetFile],
  ['plan', [document, plan()].map((one) => text.encode(JSON.stringify(one))), planFile],
];

function planFile(bytes: Uint8Array): ReturnType<Reader> {
  let value: unknown;
  try {
    value = JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    return { problem: 'no JSON' };
  }
  return readPlan(value);
}

interface Edit {
  at: number;
  length: number;
  how: 'change' | 'cut' | 'twice' | 'move' | 'put in';
  bytes: Uint8Array;
}

const edit: fc.Arbitrary<Edit> = fc.record({
  at: fc.nat(),
  length: fc.integer({ min: 1, max: 64 }),
  how: fc.constantFrom('change', 'cut', 'twice', 'move', 'put in'),
  bytes: fc.oneof(
    fc.uint8Array({ minLength: 1, maxLength: 12 }),
    fc
      .constantFrom('999999999', '-1', '1/0', '<', '&#0;', '{', '](', '\u0000')
      .map((piece) => text.encode(piece)),
  ),
});

function broken(bytes: Uint8Array, { at, length, how, bytes: piece }: Edit): Uint8Array {
  const from = bytes.length === 0 ? 0 : at % bytes.length;
  const [before, middle, after] = [
    bytes.subarray(0, from),
    bytes.subarray(from, from + length),
    bytes.subarray(from + length),
  ];
  const parts = {
    change: [before, piece, bytes.subarray(from + piece.length)],
    cut: [before, after],
    twice: [before, middle, middle, after],
    move: [middle, before, after],
    'put in': [before, piece, middle, after],
  }[how];
  return Uint8Array.from(parts.flatMap((part) => [...part]));
}

it.each(KINDS)('%s: read or refused, never thrown', (_, files, read) => {
  for (const file of files) expect(read(file)).not.toHaveProperty('problem', expect.anything());
  let refused = 0;
  fc.assert(
    fc.property(fc.constantFrom(...files), fc.array(edit, { minLength: 1, maxLength: 4 }), (file, edits) => {
      const result = read(edits.reduce(broken, file));
      if ('problem' in result && result.problem !== undefined) {
        expect(result.problem).toMatch(/\w/);
        refused++;
      } else if ('problems' in result) refused++;
    }),
    { numRuns: trials(1000), seed: Number(process.env.FELDSPAR_SEED ?? 20261125) },
  );
  expect(refused).toBeGreaterThan(0);
});
