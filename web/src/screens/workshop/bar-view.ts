/** One bar of a section as data for drawing: its layers and lines, each with the places where something falls. Pure. */
import type { Timeline } from '@feldspar/core/plan';
import { type Meter, syllableAt } from '@feldspar/core/time';

export interface BarMark {
  /** Share of the bar, 0 to 1. */
  at: number;
  strong: boolean;
  /** False for a click that a silence swallows. */
  sounding: boolean;
}

export interface BarLane {
  kind: 'click' | 'line';
  /** "Click 1", "Line 2". */
  name: string;
  marks: BarMark[];
}

export interface BarPicture {
  silent: boolean;
  lanes: BarLane[];
  /** What is counted, and where. */
  counts: { at: number; text: string; beat: boolean }[];
}

/** @param timeline of the section alone; `bar` is its index. */
export function barPicture(timeline: Timeline, bar: number, layers: number, lines: number): BarPicture {
  const { meter, silent } = timeline.bars[bar];
  const whole = meter.unit.mul(meter.beats).valueOf();
  const share = (position: { valueOf(): number }) => position.valueOf() / whole;
  const clicks = timeline.clicks.filter((click) => click.bar === bar);
  const targets = timeline.targets.filter((target) => target.bar === bar);
  const lanes: BarLane[] = [
    ...Array.from({ length: layers }, (_, i): BarLane => ({
      kind: 'click',
      name: `Click ${i + 1}`,
      marks: clicks
        .filter(({ layer }) => layer === i)
        .map(({ position, accent, sounding }) => ({ at: share(position), strong: accent, sounding })),
    })),
    ...Array.from({ length: lines }, (_, i): BarLane => ({
      kind: 'line',
      name: `Line ${i + 1}`,
      marks: targets
        .filter(({ line }) => line === i)
        .map(({ position, accent = false }) => ({ at: share(position), strong: accent, sounding: true })),
    })),
  ];
  return { silent, lanes, counts: countsOf(meter) };
}

const HALF = 2;

function countsOf({ beats, unit }: Meter): BarPicture['counts'] {
  return Array.from({ length: HALF * beats }, (_, i) => {
    const beat = i % HALF === 0;
    return {
      at: i / (HALF * beats),
      text: beat ? String(i / HALF + 1) : (syllableAt(unit.mul(i).div(HALF), unit) ?? ''),
      beat,
    };
  });
}

/** The picture in words. */
export function barWords({ lanes, silent }: BarPicture, meter: Meter): string {
  const said = lanes.map(({ name, marks }) => {
    const places = marks
      .filter(({ sounding }) => sounding)
      .map(({ at }) => meter.unit.mul(meter.beats).mul(at));
    return `${name}: ${places.length === 0 ? 'nothing' : `${places.length} at ${places.map((p) => (p.div(meter.unit).valueOf() + 1).toFixed(2).replace(/\.?0+$/, '')).join(', ')}`}`;
  });
  return [silent ? 'The click is silent in this bar' : '', ...said].filter(Boolean).join('. ');
}
