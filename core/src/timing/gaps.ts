/**
 * Gaps: every wait between sounding clicks in which at least two targets pass, and in which clicks were silenced or
 * which lasts a bar or more (clicks that are sparse by design). Here the player is alone.
 *
 * A gap is named by what the player was told: its silent bars where there are any, else the wait from click to click.
 * The targets that belong to it are those strictly inside the wait.
 */
import { type Bar, type Click, type Timeline, barIndexAt, beatOf, beatSeconds } from '../plan/index.ts';

/** Times closer than this are one moment: well under any hit's resolution, well over rounding. */
export const SAME_MOMENT_S = 1e-4;

export interface Gap {
  fromS: number;
  toS: number;
  beats: number;
  /** The sounding clicks around it; the wait has no return when the plan ends first. */
  lastClickS: number;
  /** A click sounded there; not so where the plan begins without one. */
  afterClick: boolean;
  returnS: number | null;
  /** Where the click returns, in beats from time zero. */
  returnBeat: number | null;
  /** Clicks were silenced here (otherwise the wait is sparse by design). */
  silenced: boolean;
}

export function findGaps(timeline: Timeline): Gap[] {
  const { bars, clicks, targets, silentStretches, endS } = timeline;
  const heard = clicks.filter((click) => click.sounding);
  const sounding = heard.map((click) => click.timeS);
  const silenced = clicks.filter((click) => !click.sounding).map((click) => click.timeS);
  const edges = [...(sounding[0] > SAME_MOMENT_S || sounding.length === 0 ? [0] : []), ...sounding, endS];
  const before = edges.length - 1 - sounding.length;
  const gaps: Gap[] = [];
  let t = 0;
  let q = 0;
  let stretch = 0;
  for (let i = 1; i < edges.length; i++) {
    const [from, to] = [edges[i - 1], edges[i]];
    while (t < targets.length && targets[t].timeS <= from + SAME_MOMENT_S) t++;
    let inside = t;
    while (inside < targets.length && targets[inside].timeS < to - SAME_MOMENT_S) inside++;
    const passing = inside - t;
    t = inside;
    while (q < silenced.length && silenced[q] <= from + SAME_MOMENT_S) q++;
    const swallowed = q < silenced.length && silenced[q] < to - SAME_MOMENT_S;
    const bar = bars[barIndexAt(bars, from + SAME_MOMENT_S)];
    if (passing < 2 || !(swallowed || to - from >= bar.endS - bar.startS - SAME_MOMENT_S)) continue;

    while (stretch < silentStretches.length && silentStretches[stretch].toS <= from + SAME_MOMENT_S)
      stretch++;
    let [namedFrom, namedTo] = [from, to];
    const first = silentStretches[stretch];
    if (first && first.toS <= to + SAME_MOMENT_S) {
      namedFrom = first.fromS;
      let last = stretch;
      while (last + 1 < silentStretches.length && silentStretches[last + 1].toS <= to + SAME_MOMENT_S) last++;
      namedTo = silentStretches[last].toS;
    }
    gaps.push({
      fromS: namedFrom,
      toS: namedTo,
      beats: round6(beatsAt(bars, namedTo) - beatsAt(bars, namedFrom)),
      lastClickS: from,
      afterClick: i > before,
      returnS: i < edges.length - 1 ? to : null,
      returnBeat: i < edges.length - 1 ? beatOfClick(bars, heard[i - before]) : null,
      silenced: swallowed,
    });
  }
  return gaps;
}

const beatOfClick = (bars: readonly Bar[], { bar, position }: Click) => beatOf(bars[bar], position);

/** Beats (of the meters) from time zero to a time, as if the tempo stood still inside a bar. */
export function beatsAt(bars: readonly Bar[], timeS: number): number {
  const bar = bars[barIndexAt(bars, timeS)];
  return bar.firstBeat + (timeS - bar.startS) / beatSeconds(bar);
}

function round6(value: number): number {
  return Math.round(value * 1e6) / 1e6;
}
