/**
 * Bars as a line of text, as they may be typed: `w h q e s t x` for whole to sixty-fourth (`b` a breve), dots after them, then marks: `r` a
 * rest, `~` tied to the next, `>` an accent, `:R` a sticking. `{ee=1/8}q` gives two grace eighths together an eighth of the note after
 * them, `{e<1/8}q` of what is before. `6:4(s s s s s s)` is six in the time of four. `|` ends a bar.
 */
import { NOTE_BASES, type NoteBase, isFractionText } from '../time/index.ts';
import type { Sheet, SheetItem, SheetNote } from './sheet-schema.ts';
import { isTuplet } from './tuplet.ts';

type Bars = Sheet['bars'];
export type ReadBars = { bars: Bars; problem?: undefined } | { bars?: undefined; problem: string };

const LETTERS = {
  b: 'breve',
  w: 'whole',
  h: 'half',
  q: 'quarter',
  e: 'eighth',
  s: 'sixteenth',
  t: 'thirty-second',
  x: 'sixty-fourth',
} as const satisfies Record<string, NoteBase>;
type Letter = keyof typeof LETTERS;
const letterOf = (value: NoteBase) =>
  (Object.keys(LETTERS) as Letter[]).find((letter) => LETTERS[letter] === value)!;

const NOTE =
  /^(?:\{([bwhqestx]{1,8})([=<])(\d+(?:\/\d+)?)\})?([bwhqestx])(\.{0,2})([r~>]*)(?::([A-Za-z]{1,8}))?$/;
const TUPLET = /^(\d{1,2}):(\d{1,2})\(([^()]*)\)$/;
/** A tuplet with its contents, or a word without spaces. */
const WORDS = /\d+:\d+\([^()]*\)|\S+/g;
const HELP = 'Write h q e. s, a rest qr, a tie q~, a tuplet 3:2(e e e).';

export function readBars(text: string): ReadBars {
  const bars: Bars = [];
  for (const bar of text
    .trim()
    .replace(/\|\s*$/, '')
    .split('|')) {
    const items: SheetItem[] = [];
    for (const word of bar.match(WORDS) ?? []) {
      const item = readItem(word);
      if (typeof item === 'string') return { problem: item };
      items.push(item);
    }
    bars.push({ items });
  }
  return { bars };
}

function readItem(word: string): SheetItem | string {
  const tuplet = TUPLET.exec(word);
  if (!tuplet) return readNote(word);
  const [notes, inTimeOf] = [Number(tuplet[1]), Number(tuplet[2])];
  if (notes < 2 || inTimeOf < 1 || notes > 32 || inTimeOf > 32)
    return `“${word.slice(0, 14)}”: a tuplet is 2 to 32 notes in the time of 1 to 32.`;
  const items: SheetNote[] = [];
  for (const inner of tuplet[3].match(/\S+/g) ?? []) {
    const note = readNote(inner);
    if (typeof note === 'string') return note;
    items.push(note);
  }
  return items.length > 0
    ? { tuplet: { notes, inTimeOf }, items }
    : `“${word}”: a tuplet holds at least one note.`;
}

function readNote(word: string): SheetNote | string {
  const match = NOTE.exec(word);
  if (!match) return `“${word.slice(0, 14)}” is no note. ${HELP}`;
  const [, graces, side, takes, letter, dots, marks, sticking] = match;
  if (graces && (!isFractionText(takes) || /^0/.test(takes)))
    return `“${word.slice(0, 14)}”: say what the grace notes take like 1/8.`;
  return {
    value: LETTERS[letter as Letter],
    ...(dots ? { dots: dots.length as 1 | 2 } : {}),
    ...(marks.includes('r') ? { rest: true } : {}),
    ...(marks.includes('~') ? { tie: true } : {}),
    ...(marks.includes('>') ? { accent: true } : {}),
    ...(sticking ? { sticking } : {}),
    ...(graces
      ? {
          grace: {
            values: [...graces].map((grace) => LETTERS[grace as Letter]),
            takes,
            from: side === '=' ? ('main' as const) : ('before' as const),
          },
        }
      : {}),
  };
}

/** As it may be typed; `readBars` reads it back. */
export function barsText(bars: Bars): string {
  return bars
    .map(({ items }) =>
      items
        .map((item) =>
          isTuplet(item)
            ? `${item.tuplet.notes}:${item.tuplet.inTimeOf}(${item.items.map(noteText).join(' ')})`
            : noteText(item),
        )
        .join(' '),
    )
    .join(' | ');
}

function noteText({ value, dots = 0, rest, tie, accent, sticking, grace }: SheetNote): string {
  const small = grace
    ? `{${grace.values.map(letterOf).join('')}${grace.from === 'main' ? '=' : '<'}${grace.takes}}`
    : '';
  return `${small}${letterOf(value)}${'.'.repeat(dots)}${rest ? 'r' : ''}${tie ? '~' : ''}${accent ? '>' : ''}${sticking ? `:${sticking}` : ''}`;
}

/** All values a note may have, longest first, with the letter that stands for each. */
export const NOTE_LETTERS = (Object.keys(NOTE_BASES) as NoteBase[]).map((value) => ({
  value,
  letter: letterOf(value),
}));
