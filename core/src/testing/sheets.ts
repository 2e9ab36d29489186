/** Count sheets for tests: from a line of text, and any at all. */
import fc from 'fast-check';
import { type Sheet, type SheetItem, type SheetNote, readBars } from '../counts/index.ts';
import { NOTE_BASES, type NoteBase } from '../time/index.ts';

/** In 4/4, counted in eighths, unless it is said. @throws Error when the text is no rhythm. */
export function sheetOfText(text: string, change: Partial<Sheet> = {}): Sheet {
  const { bars, problem } = readBars(text);
  if (problem !== undefined) throw new Error(problem);
  return {
    format: 'feldspar-sheet',
    version: 1,
    title: 'Test sheet',
    meter: { beats: 4, unit: '1/4' },
    tempo: { bpm: 72, beat: '1/4' },
    counted: '1/8',
    bars,
    ...change,
  };
}

const value = fc.constantFrom(...(Object.keys(NOTE_BASES) as NoteBase[]));
const dots = fc.constantFrom<1 | 2>(1, 2);
const yes = fc.constant(true);
const rest = fc.record({ value, dots, rest: yes }, { requiredKeys: ['value', 'rest'] });
const grace = fc.record({
  values: fc.array(fc.constantFrom<NoteBase>('eighth', 'sixteenth'), { minLength: 1, maxLength: 3 }),
  takes: fc.constantFrom('1/16', '1/32', '1/64'),
  from: fc.constantFrom<'main' | 'before'>('main', 'before'),
});
const struck = fc.record(
  { value, dots, tie: yes, accent: yes, sticking: fc.constantFrom('R', 'L'), grace },
  { requiredKeys: ['value'] },
);
const note: fc.Arbitrary<SheetNote> = fc.oneof(struck, rest);
const tuplet = fc.record({
  tuplet: fc.constantFrom({ notes: 3, inTimeOf: 2 }, { notes: 6, inTimeOf: 4 }, { notes: 7, inTimeOf: 4 }),
  items: fc.array(note, { minLength: 1, maxLength: 7 }),
});
const item: fc.Arbitrary<SheetItem> = fc.oneof(note, tuplet);

/** Bars of any length. */
export const anyBars = fc.array(fc.record({ items: fc.array(item, { minLength: 1, maxLength: 6 }) }), {
  minLength: 1,
  maxLength: 4,
});

/** Any sheet at all, with what notation has no sign for. */
export const anySheet: fc.Arbitrary<Sheet> = fc
  .record(
    {
      bars: anyBars,
      counted: fc.constantFrom('1/4', '3/8', '1/16'),
      pickup: yes,
      meter: fc.constantFrom<Sheet['meter']>(
        { beats: 3, unit: '1/2' },
        { beats: 7, unit: '1/8', groups: [2, 2, 3] },
      ),
      tempo: fc.constantFrom(
        { bpm: 56, beat: '3/8' },
        { bpm: '220/3', beat: '1/4' },
        { bpm: 61.5, beat: '5/8' },
      ),
      countedAs: fc.constantFrom<NonNullable<Sheet['countedAs']>>('la li', { '1/2': 'und', '1/4': 'e' }),
      clicks: fc.constant<NonNullable<Sheet['clicks']>>([{ every: '1/4', from: '1/8', voice: 'wood' }]),
      limbs: fc.constant<NonNullable<Sheet['limbs']>>({ voices: ['hand', 'foot'], backbeat: ['1/4'] }),
      group: fc.constantFrom(5, 7),
      rounds: fc.constantFrom(1, 3),
    },
    { requiredKeys: ['bars', 'counted'] },
  )
  .map(({ bars, ...change }) => ({ ...sheetOfText('q'), bars, ...change }));
