/** Counting a sheet in a chosen note: what each note is worth, and what is said, held or whispered on every beat of it. */
import { type Fraction, barLength, parseFraction, ratioOf } from '../time/index.ts';
import { type Written, meterOf, writtenNotes } from './onsets.ts';
import type { Sheet } from './sheet-schema.ts';
import { SYSTEMS, type System } from './systems.ts';

export interface Count {
  /** From the start of the bar. */
  position: Fraction;
  /** "3", "&"; null where the system has no word. */
  text: string | null;
  how: 'spoken' | 'held' | 'whispered';
}

export interface CountedNote extends Written {
  /** In counted beats. */
  worth: Fraction;
  counts: Count[];
}

/** The word at a position of the bar; null where the system has none. */
export function countAt(position: Fraction, counted: Fraction, system: System): string | null {
  const beats = position.div(counted);
  const share = beats.mod(1);
  if (share.equals(0)) return String(ratioOf(beats).n + 1);
  const words: Readonly<Record<string, string>> = typeof system === 'string' ? SYSTEMS[system] : system;
  return words[share.toFraction()] ?? null;
}

/**
 * A note is spoken where it starts and held through the beats it lasts; a rest is whispered at its start and on its beats; a note that
 * is held on into has nothing spoken.
 */
export function countSheet(
  sheet: Sheet,
  system: System,
  counted = parseFraction(sheet.counted),
): CountedNote[] {
  return writtenNotes(sheet).map((written) => {
    const { position, length, note, continues } = written;
    const end = position.add(length);
    const counts: Count[] = [];
    const say = (at: Fraction, how: Count['how']) =>
      counts.push({ position: at, text: countAt(at, counted, system), how });
    if (note.rest) say(position, 'whispered');
    else if (!continues) say(position, 'spoken');
    const first = position.div(counted);
    let beat = continues ? first.ceil() : first.floor().add(1);
    for (; beat.mul(counted).lt(end); beat = beat.add(1))
      say(beat.mul(counted), note.rest ? 'whispered' : 'held');
    return { ...written, worth: length.div(counted), counts };
  });
}

/** Beats of the counted note in a bar: 6 eighths or 2 dotted quarters of 6/8. */
export function beatsInBar(sheet: Pick<Sheet, 'meter'>, counted: Fraction): Fraction {
  return barLength(meterOf(sheet)).div(counted);
}

const GLYPHS: Readonly<Record<string, string>> = {
  '1/2': '½',
  '1/4': '¼',
  '3/4': '¾',
  '1/3': '⅓',
  '2/3': '⅔',
  '1/6': '⅙',
  '5/6': '⅚',
  '1/8': '⅛',
  '3/8': '⅜',
  '5/8': '⅝',
  '7/8': '⅞',
};

/** "1½", "⅔", "2", "1 4/7": as a musician writes so many beats. */
export function worthText(worth: Fraction): string {
  const whole = worth.floor();
  const rest = worth.sub(whole);
  if (rest.equals(0)) return whole.toFraction();
  const share = rest.toFraction();
  const glyph = GLYPHS[share];
  if (whole.equals(0)) return glyph ?? share;
  return `${whole.toFraction()}${glyph ?? ` ${share}`}`;
}
