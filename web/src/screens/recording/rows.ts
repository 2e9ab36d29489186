/** A recording laid out in strata: one bar a row, so that drift is seen as the strokes leave the seam. Pure. */
import { type BeatMap, barsOf, timeOfBeat } from '@feldspar/core/beat-map';
import type { FreePlaying } from '@feldspar/core/free';
import { type Timeline, beatSeconds } from '@feldspar/core/plan';
import { type Placed, onRecording } from '@feldspar/core/recordings';
import { clock } from '@feldspar/core/words';

export interface StrataRow {
  label: string;
  /** On the recording. */
  fromS: number;
  toS: number;
  silent: boolean;
  beatsS: number[];
  /** Which beat of the bar the first of them is, from 0: more than 0 in a bar that begins in its middle. */
  firstBeat: number;
  clicksS: number[];
}

/** Bars of the plan that lie on the recording, count-in included. */
export function rowsOfPlan(timeline: Timeline, placed: Placed, durationS: number): StrataRow[] {
  const at = (timeS: number) => onRecording(placed, timeS);
  const clicks = timeline.clicks.filter(({ sounding }) => sounding);
  return timeline.bars
    .map((bar, i): StrataRow => {
      const beatS = beatSeconds(bar);
      return {
        label: bar.kind === 'countIn' ? 'in' : String(bar.number),
        fromS: at(bar.startS),
        toS: at(bar.endS),
        silent: bar.silent,
        beatsS: Array.from({ length: bar.meter.beats }, (_, beat) => at(bar.startS + beat * beatS)),
        firstBeat: 0,
        clicksS: clicks.filter((click) => click.bar === i).map(({ timeS }) => at(timeS)),
      };
    })
    .filter(({ fromS, toS }) => toS > 0 && fromS < durationS);
}

/** Bars that free playing is taken to have. */
export function rowsOfFree({ beats, downbeat }: FreePlaying, beatsPerBar: number): StrataRow[] {
  const rows: StrataRow[] = [];
  const stretches = new Set(beats.map(({ stretch }) => stretch));
  for (const stretch of stretches) {
    const mine = beats.filter((beat) => beat.stretch === stretch);
    const first = mine.length > 1 ? downbeat % beatsPerBar : 0;
    for (let at = first === 0 ? 0 : first - beatsPerBar; at < mine.length; at += beatsPerBar) {
      const inside = mine.slice(Math.max(0, at), at + beatsPerBar);
      const beatS = 60 / inside[0].bpm;
      const fromS = at < 0 ? inside[0].timeS + at * beatS : inside[0].timeS;
      const next = mine[at + beatsPerBar];
      rows.push({
        label: String(rows.length + (first === 0 ? 1 : 0)),
        fromS,
        toS: next ? next.timeS : inside.at(-1)!.timeS + (beatsPerBar - inside.length + 1) * beatS,
        silent: false,
        beatsS: inside.map(({ timeS }) => timeS),
        firstBeat: Math.max(0, -at),
        clicksS: [],
      });
    }
  }
  return rows;
}

/** Bars of a beat map; what comes before its first one is a row of its own. */
export function rowsOfMap(map: BeatMap): StrataRow[] {
  const { beats } = map;
  const at = (beat: number) => timeOfBeat(beats, beat);
  const bars = barsOf(map);
  const [first] = map.bars;
  const row = (label: string, from: number, count: number): StrataRow => ({
    label,
    fromS: at(from),
    toS: at(from + count),
    silent: false,
    beatsS: Array.from({ length: count }, (_, i) => at(from + i)),
    firstBeat: 0,
    clicksS: [],
  });
  const before =
    first.beat === 0
      ? []
      : [
          {
            ...row('in', first.beat - first.beats, first.beats),
            beatsS: beats.slice(0, first.beat),
            firstBeat: first.beats - first.beat,
          },
        ];
  const whole = bars.map(({ number, firstBeat, beats: count }) => row(String(number), firstBeat, count));
  const end = bars.at(-1);
  const rest = beats.length - (end ? end.firstBeat + end.beats : first.beat);
  const after =
    rest > 0
      ? [{ ...row(String(bars.length + 1), beats.length - rest, first.beats), beatsS: beats.slice(-rest) }]
      : [];
  return [...before, ...whole, ...after];
}

const PIECE_S = 4;

/** Without any bars: pieces of four seconds. */
export const rowsOfTime = (durationS: number): StrataRow[] =>
  Array.from({ length: Math.ceil(durationS / PIECE_S) }, (_, i) => ({
    label: clock(i * PIECE_S),
    fromS: i * PIECE_S,
    toS: (i + 1) * PIECE_S,
    silent: false,
    beatsS: [],
    firstBeat: 0,
    clicksS: [],
  }));

/** What every row shows before its first beat: strokes that come early. */
export const LEAD_SHARE = 0.12;

export interface Scale {
  leadS: number;
  /** What a row shows in all. */
  spanS: number;
}

export function scaleOf(rows: readonly StrataRow[]): Scale {
  const longest = rows.reduce((most, { fromS, toS }) => Math.max(most, toS - fromS), 0.5);
  return { leadS: LEAD_SHARE * longest, spanS: (1 + LEAD_SHARE) * longest };
}

/** The row in which a moment is drawn: the last one that has begun, or is about to. */
export function rowAt(rows: readonly StrataRow[], timeS: number, leadS: number): number {
  let [low, high] = [0, rows.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (rows[middle].fromS - leadS / 2 <= timeS) low = middle + 1;
    else high = middle;
  }
  return Math.max(0, low - 1);
}
