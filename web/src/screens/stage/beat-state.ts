/** What the stage says at a moment of the timeline: count, bar, section, and whether the click is there. Pure. */
import { type Bar, type Timeline, barIndexAt } from '@feldspar/core/plan';
import { type Gap, findGaps } from '@feldspar/core/timing';
import type { Shown } from '../../device/shown.ts';

export interface BeatState {
  phase: 'countIn' | 'play';
  /** 1-based. */
  beat: number;
  beats: number;
  barNumber: number;
  /** Row of the core. */
  row: number;
  /** In silent bars, between clicks that are sparse by design, or with clicks around. */
  click: 'silent' | 'sparse' | 'sounding';
  /** What sounds: the record alone, or clicks too. */
  along: 'click' | 'record';
  /** What may be shown of the beat: all of it where every beat has its click, elsewhere what the player chose. */
  shows: Shown;
  /** He is still listening for where the click falls. */
  seeks: boolean;
  section: { index: number; name: string | null; task: string | null; firstRow: number };
  /** Bars of the silence that is on, as the plan says them; null elsewhere. */
  silentBars: number | null;
  leftS: number;
}

/** The timeline with what the stage must know of it, worked out once. */
export interface StageScene {
  timeline: Timeline;
  gaps: Gap[];
  /** For each bar: whether a click sounds on every beat of it. */
  marked: boolean[];
  /** For each bar: whether the record alone is heard in it. */
  recorded: boolean[];
  /** For each section: the bar in which its part enters, where that is not the first. */
  enters: (number | null)[];
}

export function stageSceneOf(timeline: Timeline): StageScene {
  const { bars, clicks, targets, sections } = timeline;
  const beats = bars.map(() => new Set<number>());
  const strokes = bars.map(() => 0);
  const recorded = bars.map(() => false);
  for (const { bar, position, sounding, record } of clicks) {
    if (sounding && record) recorded[bar] = true;
    // The record is heard; where its beats are the ear is to find.
    if (!sounding || record) continue;
    strokes[bar]++;
    const beat = position.div(bars[bar].meter.unit).valueOf();
    if (Number.isInteger(Math.round(1e6 * beat) / 1e6)) beats[bar].add(Math.round(beat));
  }
  const marked = bars.map(
    ({ kind, meter }, i) => (kind === 'countIn' && !timeline.entersWhenReady) || beats[i].size >= meter.beats,
  );
  const enters = sections.map(({ fromBar }, section): number | null => {
    const first = targets.find(({ bar }) => bars[bar].kind === 'play' && bars[bar].section === section);
    const number = first && bars[first.bar].number;
    return number !== undefined && number > fromBar ? number : null;
  });
  return {
    timeline,
    gaps: findGaps(timeline),
    marked,
    recorded: recorded.map((is, bar) => is && strokes[bar] === 0),
    enters,
  };
}

/**
 * @param positionS before zero is the breath before the count-in: beat 0.
 * @param choice what the player wants to see where the beat has no click. The ear is trained, not the eye.
 * @param found whether he has found a click that has to be found; nothing is shown before.
 */
export function beatStateAt(scene: StageScene, positionS: number, choice: Shown, found: boolean): BeatState {
  const { timeline, gaps, marked, enters } = scene;
  const { bars, endS, sections, silentStretches } = timeline;
  const index = barIndexAt(bars, positionS);
  const bar = bars[index];
  const along = Math.min(0.999999, (positionS - bar.startS) / (bar.endS - bar.startS));
  const firstPlayed = bars.findIndex((b) => b.kind === 'play');
  const section = sections[bar.section];
  const enter = enters[bar.section];
  const stretch = bar.silent
    ? silentStretches.find(({ firstBar, lastBar }) => firstBar <= index && index <= lastBar)
    : undefined;
  const seeks = timeline.entersWhenReady && !found;
  const inGap = !bar.silent && !marked[index] && isInGap(gaps, positionS);
  return {
    phase: bar.kind,
    beat: positionS < 0 ? 0 : Math.floor(along * bar.meter.beats) + 1,
    beats: bar.meter.beats,
    barNumber: bar.number,
    row: index - firstPlayed,
    along: scene.recorded[index] ? 'record' : 'click',
    click: bar.silent ? 'silent' : inGap ? 'sparse' : 'sounding',
    shows: marked[index] ? 'beat' : seeks ? 'nothing' : choice,
    seeks,
    section: {
      index: bar.section,
      // What the click is to be heard as is said before it is sought.
      name: bar.kind === 'play' || timeline.entersWhenReady ? (section?.name ?? null) : null,
      task: bar.kind === 'play' ? taskIn(bar, enter, seeks) : null,
      firstRow: bars.findIndex((b) => b.kind === 'play' && b.section === bar.section) - firstPlayed,
    },
    silentBars: stretch ? stretch.lastBar - stretch.firstBar + 1 : null,
    leftS: Math.max(0, endS - positionS),
  };
}

/** @param enter the bar in which the section's part enters, where that is not its first. */
function taskIn({ number }: Bar, enter: number | null, seeks: boolean): string | null {
  if (enter !== null && number < enter) return `stay out until bar ${enter}`;
  return seeks ? 'come in when you have it' : null;
}

/** Gaps lie in order; one that follows another at a click is the same wait to the player. */
function isInGap(gaps: readonly Gap[], timeS: number): boolean {
  let [low, high] = [0, gaps.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((gaps[middle].returnS ?? Infinity) < timeS) low = middle + 1;
    else high = middle;
  }
  return low < gaps.length && gaps[low].lastClickS <= timeS;
}
