/** Where the engraver has put the notes, and how many bars a line has room for. Pixels. */
import type { CountedNote } from '@feldspar/core/counts';

/** Pixels. */
const ROOM_A_NOTE = 38;
const ROOM_A_BAR = 30;
/** A barline ends within so much of the notes of its line. */
const NEAR_LINE = 40;
const AFTER_SIGN = 14;
const BELOW_NOTES = 22;

export interface Spot {
  x: number;
  width: number;
  bottom: number;
  /** Where the room of this note ends: the next note of its line, or the line's end. */
  until: number;
}
type Placed = Omit<Spot, 'until'>;

/** As many bars a line as leave room for what stands under their notes. */
export function barsInWidth(notes: readonly CountedNote[], width: number): number {
  const inBar = new Map<number, number>();
  for (const { bar } of notes) inBar.set(bar, (inBar.get(bar) ?? 0) + 1);
  const widest = Math.max(4, ...inBar.values()) * ROOM_A_NOTE + ROOM_A_BAR;
  return Math.max(1, Math.min(4, Math.floor(width / widest)));
}

/** Every note and rest in the order they are written, in pixels of the box. */
export function spotsOf(element: HTMLElement, notes: readonly CountedNote[]): Spot[] {
  const frame = element.getBoundingClientRect();
  const placed = (part: Element): Placed => {
    const { left, width, bottom } = part.getBoundingClientRect();
    return { x: left - frame.left, width, bottom: bottom - frame.top };
  };
  const all = (parts: string) => [...element.querySelectorAll(parts)];
  const drawn = all('.abcjs-note, .abcjs-rest').map((group) =>
    placed(group.querySelector('.abcjs-notehead') ?? group),
  );
  const barlines = all('.abcjs-bar').map(placed);
  const signs = [...barlines, ...all('.abcjs-clef, .abcjs-time-signature').map(placed)];
  const ofLine = (parts: readonly Placed[], { bottom }: Placed) =>
    parts.filter((part) => Math.abs(part.bottom - bottom) < NEAR_LINE);
  return drawn.map((glyph, i) => {
    const next = drawn[i + 1] as Placed | undefined;
    // Of its own line, to the right: the next note or the barline before it.
    const ends = [
      ...(next && next.x > glyph.x ? [next.x] : []),
      ...ofLine(barlines, glyph).flatMap(({ x }) => (x > glyph.x ? [x] : [])),
    ];
    const until = Math.min(frame.width - 12, ...ends);
    if (!isBarRest(notes, i)) return { ...glyph, until };
    // It stands in the middle of its bar, and is counted from the bar's beginning.
    const begins = ofLine(signs, glyph).flatMap(({ x, width }) => (x < glyph.x ? [x + width] : []));
    return { ...glyph, x: begins.length > 0 ? Math.max(...begins) + AFTER_SIGN : glyph.x, until };
  });
}

function isBarRest(notes: readonly CountedNote[], i: number): boolean {
  const note = notes[i] as CountedNote | undefined;
  return note?.note.rest === true && notes.every((other, k) => k === i || other.bar !== note.bar);
}

/** The counts of a line of music stand on one level. */
export function lineBottoms(spots: readonly Spot[], scale: number): number[] {
  const lows: number[] = [];
  for (let i = 0; i < spots.length;) {
    let end = i + 1;
    while (end < spots.length && spots[end].x > spots[end - 1].x) end++;
    const low = Math.max(...spots.slice(i, end).map(({ bottom }) => bottom)) + BELOW_NOTES * scale;
    for (; i < end; i++) lows.push(low);
  }
  return lows;
}
