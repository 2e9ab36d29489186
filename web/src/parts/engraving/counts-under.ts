/** The counts as they stand under the notes, and as they are read aloud. Pure. */
import { type CountedNote, worthText } from '@feldspar/core/counts';
import { lengthOf, nameOfLength } from '@feldspar/core/time';
import type { Under } from './Engraving.tsx';

/** Where the system has no word a dot stands. */
const NO_WORD = '·';

/** @param limbs two limbs strike the accented notes: the others stand back. */
export function countsUnder({ counts, note }: CountedNote, limbs: boolean): Under[] {
  return counts.map(({ text, how }) => ({
    text: how === 'whispered' ? `(${text ?? NO_WORD})` : (text ?? NO_WORD),
    kind: how === 'spoken' && limbs && !note.accent ? 'held' : how,
  }));
}

/** "dotted quarter, worth 3: say 1, hold 2 3" */
export function noteInWords({ worth, counts, ...written }: CountedNote): string {
  const words = (how: CountedNote['counts'][number]['how']) =>
    counts
      .filter((count) => count.how === how)
      .map(({ text }) => text ?? 'nothing')
      .join(' ');
  const parts = (
    [
      ['spoken', 'say'],
      ['held', 'hold'],
      ['whispered', 'whisper'],
    ] as const
  ).flatMap(([how, verb]) => (words(how) ? [`${verb} ${words(how)}`] : []));
  return `${noteName(written)}, worth ${worthText(worth)}: ${parts.join(', ') || 'nothing new'}`;
}

/** "held on dotted quarter", "eighth rest in a tuplet" */
export function noteName({
  note,
  inner,
  continues,
}: Pick<CountedNote, 'note' | 'inner' | 'continues'>): string {
  const value = nameOfLength(lengthOf({ base: note.value, dots: note.dots }));
  return `${continues ? 'held on ' : ''}${value}${note.rest ? ' rest' : ''}${inner === null ? '' : ' in a tuplet'}`;
}
