/**
 * How soon a player is with the click: where he finds it by himself, joins in, comes back in after bars of rest, and where the click
 * has moved; and of a click that had to be found, how long he held it.
 */
import { type Timeline, beatOf, beatSeconds } from '../plan/index.ts';
import { mean, median, standardDeviation } from '../stats/index.ts';
import { tempoPercent } from './drift.ts';
import type { Match } from './matching.ts';
import type { Report } from './report-schema.ts';
import type { Scene } from './scene.ts';
import type { Tolerance } from './tolerance.ts';

/** So many hits in a row are no accident. */
const HELD_HITS = 4;
const FEWEST_FOR_TEMPO = 3;
/** From note to note: of a bar, and of the part's usual step. */
const RESTED = { bars: 0.75, steps: 2.5 } as const;

type Entry = Report['entries'][number];

/**
 * Beats from an entry to the first of four hits in a row that lie within the tolerance of where the player sits with the click (the
 * median of the clicked asynchronies: a habit is no failure to find it). An entry lasts until the next one.
 */
export function entriesOf(
  timeline: Timeline,
  scene: Scene,
  matches: readonly Match[],
  tolerance: Tolerance,
): Report['entries'] {
  const starts = startsOf(timeline, scene.lines[0]?.voice);
  if (starts.length === 0) return [];
  const seat = seatOf(scene, matches);
  const mine = matches.filter(({ line }) => line === 0);
  const held = ({ judgedMs, target }: Match) =>
    Math.abs(judgedMs - seat) <= tolerance.hitMs(scene.beatMs[target]);
  return starts.map(({ kind, bar, beat }, i): Entry => {
    const until = starts[i + 1]?.beat ?? Infinity;
    const within = mine.filter(({ target }) => {
      const at = scene.beats[target];
      return at >= beat - 1e-6 && at < until - 1e-6;
    });
    const first = within[0];
    const own = {
      errorMs: first && Math.abs(scene.beats[first.target] - beat) < 1e-6 ? first.asynchronyMs : null,
      tempoPercent: tempoOf(scene, within, timeline.bars[bar].meter.beats),
    };
    const start = firstRow(within, held);
    const number = timeline.bars[bar].number;
    if (start < 0)
      return { kind, bar: number, beats: null, ...own, why: `never ${HELD_HITS} hits in a row with it` };
    const foundAt = scene.beats[within[start].target];
    const sought =
      kind === 'found' || kind === 'moved'
        ? {
            clicks: clicksFrom(timeline, beat, foundAt),
            heldBeats: exactBeats(heldUntil(scene, within.slice(start), held) - foundAt),
          }
        : {};
    return { kind, bar: number, beats: exactBeats(foundAt - beat), ...own, ...sought };
  });
}

const exactBeats = (beats: number) => Math.round(1e6 * beats) / 1e6;

/** Index of the first of so many in a row of which this is so; -1 for none. */
function firstRow(within: readonly Match[], is: (match: Match) => boolean): number {
  return within.findIndex((_, first) => {
    const row = within.slice(first, first + HELD_HITS);
    return row.length === HELD_HITS && row.every(is);
  });
}

/** The beat of the last held note before so many in a row that were not; or the last one. */
function heldUntil({ beats }: Scene, from: readonly Match[], held: (match: Match) => boolean): number {
  const lost = firstRow(from, (match) => !held(match));
  const kept = (lost < 0 ? from : from.slice(0, lost)).filter(held);
  return beats[kept[kept.length - 1].target];
}

/** Clicks that sounded from one beat to another, both included. */
function clicksFrom({ bars, clicks }: Timeline, fromBeat: number, toBeat: number): number {
  return clicks.filter(({ bar, position, sounding }) => {
    const at = beatOf(bars[bar], position);
    return sounding && at >= fromBeat - 1e-6 && at <= toBeat + 1e-6;
  }).length;
}

/** Where the player sits with the click: the median of the notes that have one, or, where none has, of those between clicks. */
function seatOf({ gapOf, withClick }: Scene, matches: readonly Match[]): number {
  const clicked = matches.filter(({ target }) => withClick[target]);
  const heard = clicked.length > 0 ? clicked : matches.filter(({ target }) => gapOf[target] < 0);
  return heard.length > 0 ? median(heard.map((m) => m.judgedMs)) : 0;
}

/** The tempo of the first bar's length of notes after an entry, from first to last; null below three notes. */
function tempoOf({ beats, beatMs }: Scene, within: readonly Match[], bar: number): number | null {
  const row = within.filter(({ target }) => beats[target] < beats[within[0].target] + bar + 1e-6);
  if (row.length < FEWEST_FOR_TEMPO) return null;
  const [first, last] = [row[0], row[row.length - 1]];
  const gained = (last.judgedMs - first.judgedMs) / beatMs[last.target];
  return tempoPercent(gained / (beats[last.target] - beats[first.target]));
}

/** All the re-entries together. */
export function reentryOf(entries: Report['entries']): Report['reentry'] {
  const reentered = entries.filter(({ kind }) => kind === 'reentered');
  if (reentered.length === 0) return null;
  const errors = reentered.flatMap(({ errorMs }) => errorMs ?? []);
  const tempos = reentered.flatMap(({ tempoPercent: tempo }) => tempo ?? []);
  return {
    n: errors.length,
    meanMs: errors.length > 0 ? mean(errors) : null,
    sdMs: standardDeviation(errors),
    tempoPercent: tempos.length > 0 ? mean(tempos) : null,
    ...(errors.length < reentered.length
      ? {
          why: `the first note was left out ${reentered.length - errors.length} of ${reentered.length} times`,
        }
      : {}),
  };
}

interface Start {
  kind: Entry['kind'];
  /** Index. */
  bar: number;
  beat: number;
}

function startsOf(timeline: Timeline, part: string | undefined): Start[] {
  const { bars, targets } = timeline;
  const starts: Start[] = [];
  const first = targets[0];
  const played = bars.findIndex(({ kind }) => kind === 'play');
  // Stopped in the count-in: nothing was entered.
  if (played < 0) return [];
  const [heard] = timeline.clicks;
  if (timeline.entersWhenReady && heard)
    starts.push({ kind: 'found', bar: played, beat: beatOf(bars[heard.bar], heard.position) });
  else if (first && first.bar > played)
    starts.push({ kind: 'joined', bar: first.bar, beat: beatOf(bars[first.bar], first.position) });
  const mine = targets.filter(({ voice, optional }) => voice === part && !optional);
  const beats = mine.map(({ bar, position }) => beatOf(bars[bar], position));
  const steps = beats.slice(1).map((beat, i) => beat - beats[i]);
  const usual = steps.length > 0 ? median(steps) : 0;
  mine.forEach(({ bar }, i) => {
    const before = mine[i - 1];
    // A note that is held is played on; of a line without written lengths nobody knows, and a stroke is short.
    const heldBeats = before?.hold ? before.lengthS / beatSeconds(bars[before.bar]) : 0;
    // Nearly a whole bar went by in which he played nothing, and much more than he usually waits for his next note.
    const rest = before ? beats[i] - beats[i - 1] - heldBeats : 0;
    if (rest >= RESTED.bars * bars[bar].meter.beats - 1e-6 && rest >= RESTED.steps * usual)
      starts.push({ kind: 'reentered', bar, beat: beats[i] });
  });
  const places = placesByBar(timeline);
  for (let bar = played + 1; bar < bars.length; bar++) {
    const another = bars[bar].section !== bars[bar - 1].section;
    if (another && hasMoved(places[bar - 1], places[bar]) && bar > (first?.bar ?? Infinity))
      starts.push({ kind: 'moved', bar, beat: bars[bar].firstBeat });
  }
  return starts.sort((a, b) => a.beat - b.beat);
}

/** Clicks that only went, or only came, have not moved: what is left of them stands where it stood. */
function hasMoved(before: ReadonlySet<string>, after: ReadonlySet<string>): boolean {
  const within = (a: ReadonlySet<string>, b: ReadonlySet<string>) => [...a].every((place) => b.has(place));
  return before.size > 0 && after.size > 0 && !within(before, after) && !within(after, before);
}

/** Where in each bar a click sounds. */
function placesByBar({ bars, clicks }: Timeline): Set<string>[] {
  const places = bars.map(() => new Set<string>());
  for (const { bar, position, sounding } of clicks) if (sounding) places[bar].add(position.toFraction());
  return places;
}
