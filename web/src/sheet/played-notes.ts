/** What was played of each written note: when it began, how long it was held, what fell into a rest. Pure. */
import { type Sheet, type Sounding, soundings, writtenNotes } from '@feldspar/core/counts';
import type { Timeline } from '@feldspar/core/plan';
import type { Hit, Report } from '@feldspar/core/timing';
import { noteAt } from './note-at.ts';

export interface PlayedNote {
  /** Of each thing that was to be struck here, in order (grace notes, limbs): asynchrony in ms; null where it was missed. */
  starts: (number | null)[];
  /** The share of its written length through which it was held; null where that is not known. */
  held: number | null;
  /** Hits that fell into this rest. */
  inRest: number;
}

export interface PlayedSheet {
  notes: PlayedNote[];
  /** Hits that belong to no note and fell into no rest. */
  extra: number;
}

/**
 * @param timeline of the plan, as far as it was reached.
 * @param hits those of the report, on the timeline before latency is taken off.
 */
export function playedNotes(
  sheet: Sheet,
  timeline: Pick<Timeline, 'bars' | 'targets'>,
  report: Pick<Report, 'matches'>,
  hits: readonly Hit[],
  latencyMs: number,
): PlayedSheet {
  const written = writtenNotes(sheet);
  const notes: PlayedNote[] = written.map(() => ({ starts: [], held: null, inRest: 0 }));
  const struck = soundings(sheet).filter(({ accent }) => !sheet.limbs || accent);
  const matched = new Map(report.matches.map((match) => [match.target, match]));
  const done = new Map<string, number>();
  timeline.targets.forEach((target, i) => {
    const turn = done.get(target.voice) ?? 0;
    done.set(target.voice, turn + 1);
    const sounding = struck[turn] as Sounding | undefined;
    // The plan may have been made longer than its sheet.
    if (!sounding) return;
    const match = matched.get(i);
    notes[sounding.written].starts.push(match?.asynchronyMs ?? null);
    const heldS = match && hits[match.hit].lengthS;
    if (target.hold && heldS !== undefined && !sounding.grace)
      share(heldS / target.lengthS, sounding.written);
  });

  /** A tied note is held through several written ones, one after another. What grace notes take from them is no shortness. */
  function share(ratio: number, first: number) {
    const after = written.findIndex((note, i) => i > first && !note.continues);
    const parts = written.slice(first, after < 0 ? undefined : after).map(({ length }) => length.valueOf());
    let left = ratio * parts.reduce((a, b) => a + b);
    parts.forEach((own, i) => {
      const here = i === parts.length - 1 ? left : Math.min(left, own);
      notes[first + i].held = here / own;
      left -= here;
    });
  }

  const ofNotes = new Set(report.matches.map(({ hit }) => hit));
  const playS = timeline.bars.find(({ kind }) => kind === 'play')?.startS ?? 0;
  let extra = 0;
  hits.forEach(({ timeS }, i) => {
    if (ofNotes.has(i)) return;
    const at = timeS - latencyMs / 1000;
    const index = noteAt(sheet, written, timeline, at);
    if (index !== null && written[index].note.rest) notes[index].inRest++;
    else if (at >= playS) extra++;
  });
  return { notes, extra };
}
