/** From the core model to pixels. Early is always left of the seam, late right, a fixed number of pixels a millisecond. */
import { percentile98 } from '@feldspar/core/stats';
import type { CoreModel } from './model.ts';

export interface CoreSize {
  width: number;
  rowHeight: number;
  /** Left of the rows, for bar numbers; 0 leaves them out. */
  gutter: number;
  /** Above the rows, for beat numbers. */
  head: number;
  /** Pixels a hit's mark and flag need beside its place. */
  markRoom: number;
}

export interface CoreLayout {
  height: number;
  beatWidth: number;
  pxPerMs: number;
  rowTop(row: number): number;
  rowWidth(row: number): number;
  /** Horizontal place of a position in beats. */
  x(at: number): number;
  /** Horizontal place of a hit: its target's place and its asynchrony, kept inside half the way to the neighbour. */
  hitX(at: number, asynchronyMs: number): number;
  /** A round number of milliseconds for the scale bar. */
  scaleMs: number;
}

/** Rows begin half a beat before beat 1, so that an early first beat has room. */
const BEFORE_FIRST_BEAT = 0.5;
const MOST_PX_PER_MS = 1;
const ROW_GAP = 2;

export function layoutCore(model: Pick<CoreModel, 'rows' | 'marks' | 'reachMs'>, size: CoreSize): CoreLayout {
  const beats = Math.max(1, ...model.rows.map((row) => row.beats));
  // A pixel is left free at the right for the strata's outline.
  const beatWidth = (size.width - size.gutter - 1.5) / beats;
  const x = (at: number) => size.gutter + 0.5 + (at + BEFORE_FIRST_BEAT) * beatWidth;
  const halfWay = 0.5 * beatWidth * closestPlaces(model.marks.map((mark) => mark.at));
  const room = Math.max(0.5 * halfWay, halfWay - size.markRoom);
  const farthest = model.reachMs ?? reachOf(model);
  const pxPerMs = Math.min(MOST_PX_PER_MS, room / Math.max(farthest, 30));
  return {
    height: size.head + model.rows.length * size.rowHeight,
    beatWidth,
    pxPerMs,
    rowTop: (row) => size.head + row * size.rowHeight + ROW_GAP / 2,
    rowWidth: (row) => model.rows[row].beats * beatWidth,
    x,
    hitX: (at, asynchronyMs) => x(at) + Math.max(-room, Math.min(room, asynchronyMs * pxPerMs)),
    scaleMs: [200, 100, 50, 20, 10].find((ms) => ms * pxPerMs <= 0.6 * beatWidth) ?? 10,
  };
}

/** How far nearly all hits lie from their targets, in ms. */
export function reachOf({ marks }: Pick<CoreModel, 'marks'>): number {
  return percentile98(marks.map((mark) => Math.abs(mark.asynchronyMs)));
}

/** Smallest distance between two target places, in beats; 1 when all are on the beat. */
function closestPlaces(places: readonly number[]): number {
  const sorted = [...new Set(places.map((at) => Math.round(at * 1e4) / 1e4))].sort((a, b) => a - b);
  let closest = 1;
  for (let i = 1; i < sorted.length; i++) closest = Math.min(closest, sorted[i] - sorted[i - 1]);
  return closest;
}
