/** Ready sheets in small steps, from one whole note and its rest to sextuplets and grace notes. Our own examples. */
import type { Sheet } from './sheet-schema.ts';
import { readBars } from './sheet-text.ts';

export interface LadderStep {
  /** What is new in it. */
  brings: string;
  /** The family of click work it belongs to: counting and clapping (2) or a written rhythm in a chosen note (19). */
  family: 2 | 19;
  sheet: Sheet;
}

const FOUR = { meter: { beats: 4, unit: '1/4' }, tempo: { bpm: 72, beat: '1/4' }, counted: '1/4' };
const THREE = { ...FOUR, meter: { beats: 3, unit: '1/4' } };
const SLOW_FOUR = { ...FOUR, tempo: { bpm: 60, beat: '1/8' }, counted: '1/8' };
const SIX = { meter: { beats: 6, unit: '1/8' }, tempo: { bpm: 84, beat: '1/8' }, counted: '1/8' };
const SIX_IN_TWO = { ...SIX, tempo: { bpm: 56, beat: '3/8' }, counted: '3/8' };

function step(
  title: string,
  brings: string,
  frame: Pick<Sheet, 'meter' | 'tempo' | 'counted'>,
  text: string,
  family: LadderStep['family'] = 2,
): LadderStep {
  const { bars, problem } = readBars(text);
  if (problem !== undefined) throw new Error(`${title}: ${problem}`);
  return { brings, family, sheet: { format: 'feldspar-sheet', version: 1, title, ...frame, bars } };
}

export const LADDER: readonly LadderStep[] = [
  step(
    'One long note',
    'A whole note held for four beats, then four beats of silence.',
    FOUR,
    'w | wr | w | wr',
  ),
  step('Two halves', 'Halves: a new note on 3.', FOUR, 'h h | w | h h | wr'),
  step('Half a bar of silence', 'Half rests: whisper 3 and 4.', FOUR, 'h hr | h h | hr h | w'),
  step('Quarters', 'A note on every beat.', FOUR, 'q q q q | h h | q q h | w'),
  step(
    'Quarters and their rests',
    'Nothing sounds on a rest, not even a little.',
    FOUR,
    'q qr q qr | q q qr q | qr q qr q | h hr',
  ),
  step('Three in a bar', 'Dotted halves fill a bar of three.', THREE, 'q q q | h. | q h | q q qr'),
  step('A dot on the half', 'Three beats, then one.', FOUR, 'h. q | q h. | h. qr | w'),
  step('Over the barline', 'A tie: held on, not struck again.', FOUR, 'h h~ | h h | q q h~ | w'),
  step('Eighths', 'Say “and” between the beats.', FOUR, 'e e q e e q | q e e h | e e e e q q | h hr'),
  step(
    'The “and” of a rest',
    'Eighth rests, and notes that begin on “and”.',
    FOUR,
    'er e q er e q | e er e er h | q er e q er e | w',
  ),
  step('Dotted quarters', 'The dot holds through the next beat.', FOUR, 'q. e h | q. e q. e | e q. e q. | w'),
  step('Sixteenths', 'One e and a.', FOUR, 's s s s q e e q | e s s e s s h | s s e s s e q q | h hr'),
  step(
    'Counted in eighths',
    'The same kinds of note, slowly: the eighth is one beat, the quarter two.',
    SLOW_FOUR,
    'q. e h | s s e q h | e. s e. s h',
    19,
  ),
  step(
    'A slow six',
    'Six small beats: a dotted eighth is one and a half.',
    SIX,
    'e. s e q. | q e e. s e | q. q e',
    19,
  ),
  step(
    'Six felt in two',
    'Two big beats; the eighths are thirds of them.',
    SIX_IN_TWO,
    'q e q e | e e e q. | q. q e',
    19,
  ),
  step(
    'Triplets',
    'Three in the time of two.',
    FOUR,
    '3:2(e e e) q 3:2(e e e) q | q 3:2(q q q) q | 3:2(e e e) 3:2(e er e) h',
    19,
  ),
  step(
    'Sextuplets',
    'Six in the time of four, beside sixteenths.',
    SLOW_FOUR,
    '6:4(s s s s s s) s s s s h | q 6:4(s s s s s s) e e q | h h',
    19,
  ),
  step(
    'Grace notes',
    'Small notes with a length of their own: one taken from its note, one from what is before it.',
    SIX,
    'q. {s=1/16}q. | q e {e<1/16}q. | {ss=1/8}q. q er',
    19,
  ),
  step(
    'Fives and sevens',
    'Five and seven in the time of four.',
    SLOW_FOUR,
    '5:4(s s s s s) q h | 7:4(s s s s s s s) q h | h 5:4(s s s s s) 7:4(s s s s s s s)',
    19,
  ),
];
