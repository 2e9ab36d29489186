/** What was played, as it stands under the notes and as it is read aloud. Pure. */
import type { CountedNote } from '@feldspar/core/counts';
import { earlyLate } from '@feldspar/core/words';
import type { Under } from '../../parts/engraving/Engraving.tsx';
import { noteName } from '../../parts/engraving/counts-under.ts';
import type { PlayedNote, Struck } from './played-notes.ts';

export function resultsUnder({ starts, inRest }: PlayedNote, toleranceMs: number): Under[] {
  const results = starts.map(({ ms, missed }): Under => {
    if (ms === null) return { text: '×', kind: 'missed' };
    const text = missed > 0 ? `${said(ms)} ×${missed}` : said(ms);
    return { text, kind: kindOf(ms, toleranceMs) };
  });
  return inRest > 0
    ? [...results, { text: inRest === 1 ? 'hit' : `${inRest} hits`, kind: 'missed' }]
    : results;
}

function said(ms: number): string {
  const whole = Math.round(Math.abs(ms));
  return whole === 0 ? '·' : `${ms < 0 ? '−' : '+'}${whole}`;
}

function kindOf(ms: number, toleranceMs: number): Under['kind'] {
  if (Math.abs(ms) <= toleranceMs) return 'spoken';
  return ms < 0 ? 'early' : 'late';
}

export interface ResultRow {
  bar: number;
  name: string;
  count: string;
  start: string;
  length: string;
}

function startText({ ms, asked, missed }: Struck): string {
  if (ms === null) return 'missed';
  return missed > 0 ? `${earlyLate(ms)} (${missed} of ${asked} missed)` : earlyLate(ms);
}

/** Note by note; those that were not reached are left out. */
export function resultRows(notes: readonly CountedNote[], played: readonly PlayedNote[]): ResultRow[] {
  return notes.flatMap((note, i) => {
    const { starts, held, inRest } = played[i];
    if (starts.length === 0 && held === null && inRest === 0 && !note.note.rest) return [];
    return [
      {
        bar: note.bar + 1,
        name: noteName(note),
        count: note.counts[0]?.text ?? '',
        start: [
          ...starts.map(startText),
          ...(note.note.rest ? [inRest > 0 ? `${inRest} played in the rest` : 'silent'] : []),
        ].join(', '),
        length: held === null ? '' : `${Math.round(100 * held)} %`,
      },
    ];
  });
}
