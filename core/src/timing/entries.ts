/** How soon a player is with the click: where he joins in, comes back in after bars of rest, and where the click has moved. */
import { type Timeline, beatOf } from '../plan/index.ts';
import { median } from '../stats/index.ts';
import type { Match } from './matching.ts';
import type { Report } from './report-schema.ts';
import type { Scene } from './scene.ts';
import type { Tolerance } from './tolerance.ts';

/** So many hits in a row are no accident. */
const HELD_HITS = 4;

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
  const clicked = matches.filter(({ target }) => scene.gapOf[target] < 0).map((m) => m.judgedMs);
  const seat = clicked.length > 0 ? median(clicked) : 0;
  const mine = matches.filter(({ line }) => line === 0);
  const held = ({ judgedMs, target }: Match) =>
    Math.abs(judgedMs - seat) <= tolerance.hitMs(scene.beatMs[target]);
  return starts.map(({ kind, bar, beat }, i): Entry => {
    const until = starts[i + 1]?.beat ?? Infinity;
    const within = mine.filter(({ target }) => {
      const at = scene.beats[target];
      return at >= beat - 1e-6 && at < until - 1e-6;
    });
    const start = within.findIndex((_, first) => {
      const row = within.slice(first, first + HELD_HITS);
      return row.length === HELD_HITS && row.every(held);
    });
    const number = timeline.bars[bar].number;
    if (start < 0) return { kind, bar: number, beats: null, why: `never ${HELD_HITS} hits in a row with it` };
    return { kind, bar: number, beats: Math.round(1e6 * (scene.beats[within[start].target] - beat)) / 1e6 };
  });
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
  if (first && first.bar > played)
    starts.push({ kind: 'joined', bar: first.bar, beat: beatOf(bars[first.bar], first.position) });
  const mine = targets.filter(({ voice, optional }) => voice === part && !optional);
  mine.forEach(({ bar, position }, i) => {
    // A whole bar of his own went by in which he played nothing.
    if (i > 0 && bar - mine[i - 1].bar > 1)
      starts.push({ kind: 'reentered', bar, beat: beatOf(bars[bar], position) });
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
