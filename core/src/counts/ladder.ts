/** Ready sheets in small steps, from one whole note and its rest to sextuplets and grace notes. Our own examples. */
import type { Sheet } from './sheet-schema.ts';
import { readBars } from './sheet-text.ts';
import { groupingSheet } from './grouping-sheet.ts';
import { invertedSheet } from './unison-sheet.ts';

export interface LadderStep {
  /** Stays the same wherever the step stands, so that takes of it are known again. */
  number: number;
  /** What is new in it. */
  brings: string;
  /** The family of click work it belongs to. */
  family: 1 | 2 | 8 | 17 | 18 | 19;
  sheet: Sheet;
}

const FOUR = { meter: { beats: 4, unit: '1/4' }, tempo: { bpm: 72, beat: '1/4' }, counted: '1/4' };
const THREE = { ...FOUR, meter: { beats: 3, unit: '1/4' } };
const SLOW_FOUR = { ...FOUR, tempo: { bpm: 60, beat: '1/8' }, counted: '1/8' };
const SIX = { meter: { beats: 6, unit: '1/8' }, tempo: { bpm: 84, beat: '1/8' }, counted: '1/8' };
const SIX_IN_TWO = { ...SIX, tempo: { bpm: 56, beat: '3/8' }, counted: '3/8' };

function step(
  number: number,
  family: LadderStep['family'],
  title: string,
  brings: string,
  frame: Partial<Sheet> & Pick<Sheet, 'meter' | 'tempo' | 'counted'>,
  text: string,
): LadderStep {
  const { bars, problem } = readBars(text);
  if (problem !== undefined) throw new Error(`${title}: ${problem}`);
  return { number, brings, family, sheet: { format: 'feldspar-sheet', version: 1, title, ...frame, bars } };
}

/** Every note short, struck by two limbs. */
const TOGETHER = {
  ...FOUR,
  limbs: { voices: ['hand', 'foot'] as [string, string], backbeat: ['1/4', '3/4'] },
};
const ON_ACCENTS = step(
  26,
  18,
  'Hand and foot on the accents',
  'Two limbs strike the accented notes as one sound.',
  TOGETHER,
  'e> e e e> e e e> e | e> e e e> e e e> e | e> e e> e e e> e e | e> e e e> e e> e e>',
);

/** The line of another step with its accents turned round. */
function turned(
  number: number,
  title: string,
  brings: string,
  { sheet, family }: LadderStep,
  backbeat: string[],
): LadderStep {
  const limbs = { ...TOGETHER.limbs, backbeat };
  return { number, brings, family, sheet: { ...invertedSheet(sheet), title, limbs } };
}

function grouped(number: number, title: string, brings: string, sticking: string): LadderStep {
  const frame = step(number, 17, title, brings, { ...FOUR, tempo: { bpm: 60, beat: '1/4' } }, 'w');
  const { sheet, problem } = groupingSheet(frame.sheet, { sticking, value: 'sixteenth', triplets: false });
  if (problem !== undefined) throw new Error(`${title}: ${problem}`);
  return { ...frame, sheet };
}

export const LADDER: readonly LadderStep[] = [
  step(
    1,
    2,
    'One long note',
    'A whole note held for four beats, then four beats of silence.',
    FOUR,
    'w | wr | w | wr',
  ),
  step(2, 2, 'Two halves', 'Halves: a new note on 3.', FOUR, 'h h | w | h h | wr'),
  step(3, 2, 'Half a bar of silence', 'Half rests: whisper 3 and 4.', FOUR, 'h hr | h h | hr h | w'),
  step(4, 2, 'Quarters', 'A note on every beat.', FOUR, 'q q q q | h h | q q h | w'),
  step(
    20,
    1,
    'The bar, said aloud',
    'The voice counts four; put every beat into it.',
    { ...FOUR, clicks: [{ every: '1/4', voice: 'count' }] },
    'q q q q | q q q q | q q q q | q q q q',
  ),
  step(
    21,
    1,
    'Only one is said',
    'The voice says only “one”; the other beats are yours.',
    { ...FOUR, clicks: [{ at: ['0'], voice: 'count' }] },
    'q q q q | q q q q | h h | q q q q',
  ),
  step(
    5,
    2,
    'Quarters and their rests',
    'Nothing sounds on a rest, not even a little.',
    FOUR,
    'q qr q qr | q q qr q | qr q qr q | h hr',
  ),
  step(6, 2, 'Three in a bar', 'Dotted halves fill a bar of three.', THREE, 'q q q | h. | q h | q q qr'),
  step(7, 2, 'A dot on the half', 'Three beats, then one.', FOUR, 'h. q | q h. | h. qr | w'),
  step(8, 2, 'Over the barline', 'A tie: held on, not struck again.', FOUR, 'h h~ | h h | q q h~ | w'),
  step(9, 2, 'Eighths', 'Say “and” between the beats.', FOUR, 'e e q e e q | q e e h | e e e e q q | h hr'),
  step(
    10,
    2,
    'The “and” of a rest',
    'Eighth rests, and notes that begin on “and”.',
    FOUR,
    'er e q er e q | e er e er h | q er e q er e | w',
  ),
  step(
    22,
    8,
    'The click is “and”',
    'The click falls between the beats: call it “and”, clap on the beats.',
    { ...FOUR, clicks: [{ every: '1/4', from: '1/8' }] },
    'q q q q | h q q | q qr q q | h h',
  ),
  step(
    11,
    2,
    'Dotted quarters',
    'The dot holds through the next beat.',
    FOUR,
    'q. e h | q. e q. e | e q. e q. | w',
  ),
  step(
    23,
    8,
    'A slow click over three',
    'A click every dotted quarter, two in a bar of three: hear it so, and keep your three.',
    { ...THREE, clicks: [{ every: '3/8' }] },
    'q q q | h q | q q q | h.',
  ),
  step(12, 2, 'Sixteenths', 'One e and a.', FOUR, 's s s s q e e q | e s s e s s h | s s e s s e q q | h hr'),
  step(
    24,
    8,
    'The click is the last sixteenth',
    'Call the click “a”; the beat comes right after it.',
    { ...FOUR, clicks: [{ every: '1/4', from: '3/16' }] },
    'q q q q | e e q e e q | q q h | q q q q',
  ),
  step(
    13,
    19,
    'Counted in eighths',
    'The same kinds of note, slowly: the eighth is one beat, the quarter two.',
    SLOW_FOUR,
    'q. e h | s s e q h | e. s e. s h',
  ),
  step(
    14,
    19,
    'A slow six',
    'Six small beats: a dotted eighth is one and a half.',
    SIX,
    'e. s e q. | q e e. s e | q. q e',
  ),
  step(
    15,
    19,
    'Six felt in two',
    'Two big beats; the eighths are thirds of them.',
    SIX_IN_TWO,
    'q e q e | e e e q. | q. q e',
  ),
  step(
    16,
    19,
    'Triplets',
    'Three in the time of two.',
    FOUR,
    '3:2(e e e) q 3:2(e e e) q | q 3:2(q q q) q | 3:2(e e e) 3:2(e er e) h',
  ),
  step(
    17,
    19,
    'Sextuplets',
    'Six in the time of four, beside sixteenths.',
    SLOW_FOUR,
    '6:4(s s s s s s) s s s s h | q 6:4(s s s s s s) e e q | h h',
  ),
  step(
    18,
    19,
    'Grace notes',
    'Small notes with a length of their own: one taken from its note, one from what is before it.',
    SIX,
    'q. {s=1/16}q. | q e {e<1/16}q. | {ss=1/8}q. q er',
  ),
  step(
    19,
    19,
    'Fives and sevens',
    'Five and seven in the time of four.',
    SLOW_FOUR,
    '5:4(s s s s s) q h | 7:4(s s s s s s s) q h | h 5:4(s s s s s) 7:4(s s s s s s s)',
  ),
  grouped(25, 'Five over four', 'Five sixteenths run through the bars until they come back to one.', 'RLRRL'),
  grouped(29, 'Seven over four', 'Seven sixteenths, in another sticking.', 'RLRLRRL'),
  ON_ACCENTS,
  turned(
    27,
    'Hand and foot on everything else',
    'The same line turned round: what had no accent is struck.',
    ON_ACCENTS,
    ['1/4', '3/4'],
  ),
  turned(28, 'Everything else, backbeat on 3', 'The backbeat moves to 3; your line stays.', ON_ACCENTS, [
    '1/2',
  ]),
];
