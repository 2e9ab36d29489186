/** Challenges of a circle as they are called out, and what became of them. */
import { type Challenge, type Found, type Turn, placeOf } from '../circle/index.ts';
import { plural } from './numbers.ts';

const NUMBERS = ['', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine'] as const;
const PART_NAMES: Readonly<Record<Challenge['part'], string | null>> = {
  '0': null,
  '1/2': 'and',
  '1/4': 'e',
  '3/4': 'a',
  '1/3': 'trip',
  '2/3': 'let',
};

/** "beat 3, in four", "the “and” of 2, in five". */
export function challengeWords({ beats, beat, part }: Challenge): string {
  const name = PART_NAMES[part];
  return `${name === null ? `beat ${beat}` : `the “${name}” of ${beat}`}, in ${NUMBERS[beats]}`;
}

/** What is said at the click, and the beat after it: how one keeps one's place. */
export function sayWords({ beats, beat, part }: Challenge): string {
  const name = PART_NAMES[part];
  const next = NUMBERS[(beat % beats) + 1];
  return name === null
    ? `say “${NUMBERS[beat]}” on the click, then “${next}”`
    : `say “${name}” on the click, then “${next}”`;
}

/** "found after 3 clicks, 11 beats; held for 8". */
export function turnWords({
  result,
  clicks,
  beats,
  heldBeats,
  spreadMs,
  by,
}: Omit<Turn, 'seat' | 'challenge' | 'difficulty'>): string {
  if (by === 'person' || clicks === null) return result;
  if (result !== 'found') return result;
  return `found after ${plural(clicks, 'click')}${beats === null ? '' : `, ${plural(beats, 'beat')}`}${heldBeats ? `; ${heldWords(heldBeats, spreadMs)}` : ''}`;
}

/** The same for a list: "3 clicks", "not found". */
export const turnSign = ({ result, clicks }: Pick<Turn, 'result' | 'clicks'>): string =>
  result === 'found' && clicks !== null ? plural(clicks, 'click') : result;

/** While somebody looks for it: what is heard of them so far. */
export function searchWords(
  challenge: Challenge,
  { click, heldBeats, spreadMs, offBeats, claps }: Found,
  clapped: number,
): string {
  if (click !== null)
    return `found after ${plural(click + 1, 'click')}, ${plural(claps, 'beat')}; ${heldWords(heldBeats, spreadMs)}`;
  if (clapped === 0) return 'begin on one whenever you like';
  const last = offBeats.at(-1);
  if (last === undefined) return 'listening';
  if (last === null) return 'clap on through the click';
  const at = placeOf(challenge).valueOf() + last;
  const beats = challenge.beats;
  const beat = (((Math.round(at) % beats) + beats) % beats) + 1;
  return Math.abs(at - Math.round(at)) < 0.13
    ? `the click is on your ${NUMBERS[beat]}`
    : `the click is between your beats, near ${NUMBERS[beat]}`;
}

/** "held for 8, spread 21 ms". */
const heldWords = (beats: number, spreadMs: number | null) =>
  `held for ${beats}${spreadMs === null ? '' : `, spread ${Math.round(spreadMs)} ms`}`;
