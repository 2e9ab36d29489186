/** Unison sheets: two limbs strike the accented notes of a line together; inverted, everything else. Common practice, no source. */
import type { Sheet, SheetNote } from './sheet-schema.ts';
import { isTuplet } from './tuplet.ts';
import { writtenNotes } from './onsets.ts';

/** Accents where there were none, and none where they were. Rests, and notes that are only held on into, stay. */
export function invertedSheet(sheet: Sheet): Sheet {
  const written = writtenNotes(sheet);
  let next = 0;
  const turned = (note: SheetNote): SheetNote => {
    const { continues } = written[next++];
    const { accent, ...plain } = note;
    if (note.rest || continues) return note;
    return accent ? plain : { ...plain, accent: true };
  };
  return {
    ...sheet,
    bars: sheet.bars.map(({ items }) => ({
      items: items.map((item) =>
        isTuplet(item) ? { ...item, items: item.items.map(turned) } : turned(item),
      ),
    })),
  };
}
