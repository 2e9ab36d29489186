/** What was played of each written note: when it began, how long it was held, what fell into a rest. Pure. */
import { type Sheet, type Sounding, soundings, writtenNotes } from '@feldspar/core/counts';
import type { Timeline } from '@feldspar/core/plan';
import { mean } from '@feldspar/core/stats';
import type { Hit, Report } from '@feldspar/core/timing';
import { noteAt } from '../../parts/engraving/note-at.ts';

/** All rounds of a sheet together. */
export interface PlayedNote {
  /** Of each thing that was to be struck here, in order: grace notes, limbs. */
  starts: Struck[];
  /** The share of its written length through which it was held, on average; null where that is not known. */
  held: number | null;
  /** Hits that fell into this rest. */
  inRest: number;
}

export interface Struck {
  /** Mean asynchrony; null where it was missed each time. */
  ms: number | null;
  /** Times that it was to be struck, and that it was not. */
  asked: number;
  missed: number;
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
  const struck = soundings(sheet).filter(({ accent }) => !sheet.limbs || accent);
  const matched = new Map(report.matches.map((match) => [match.target, match]));
  const played = written.map(() => ({ starts: [] as (number | null)[][], held: [] as number[], inRest: 0 }));
  const done = new Map<string, number>();
  timeline.targets.forEach((target, i) => {
    const turn = done.get(target.voice) ?? 0;
    done.set(target.voice, turn + 1);
    if (struck.length === 0) return;
    const sounding: Sounding = struck[turn % struck.length];
    const match = matched.get(i);
    const { starts } = played[sounding.written];
    // Of several things in one place each has its turn in every round.
    const round = Math.floor(turn / struck.length);
    const place = starts.findIndex((times) => times.length === round);
    if (place >= 0) starts[place].push(match?.asynchronyMs ?? null);
    else starts.push([match?.asynchronyMs ?? null]);
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
      played[first + i].held.push(here / own);
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
    if (index !== null && written[index].note.rest) played[index].inRest++;
    else if (at >= playS) extra++;
  });
  const notes = played.map(({ starts, held, inRest }): PlayedNote => ({
    starts: starts.map(together),
    held: held.length > 0 ? mean(held) : null,
    inRest,
  }));
  return { notes, extra };
}

function together(times: readonly (number | null)[]): Struck {
  const struck = times.filter((ms) => ms !== null);
  return {
    ms: struck.length > 0 ? mean(struck) : null,
    asked: times.length,
    missed: times.length - struck.length,
  };
}
