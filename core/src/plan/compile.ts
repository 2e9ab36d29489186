/**
 * compile(plan) -> timeline: every bar, click, silent stretch and expected onset, with its exact position and its time.
 * Positions of one section lie on a common integer grid (the least common multiple of all denominators), so they
 * are exact and cheap; seconds appear once, at the end, from the section's tempo.
 */
import {
  Fraction,
  type Meter,
  barLength,
  parseFraction,
  ratioOf,
  secondsAlong,
  tempo,
  wholeNotesPerSecond,
} from '../time/index.ts';
import type { ClickLayer, FieldProblem, Plan, PlayLine, Section } from './schema.ts';
import { silentBars } from './silence.ts';
import type { Bar, Click, SilentStretch, Target, Timeline } from './timeline.ts';

/** More events than any practice session needs; a plan beyond it is refused before it fills the memory. */
export const MAX_EVENTS = 400_000;
export const DEFAULT_VOICE = 'wood';
export const DEFAULT_LINE = 'hand';

/** The plan is well formed but cannot be played; each problem names its place. */
export class PlanError extends Error {
  readonly problems: FieldProblem[];
  constructor(problems: FieldProblem[]) {
    super(problems.map((p) => `${p.path}: ${p.message}`).join('; '));
    this.name = 'PlanError';
    this.problems = problems;
  }
}

/** @throws PlanError for what this version cannot play, and for plans with more than MAX_EVENTS events. */
export function compile(plan: Plan): Timeline {
  refuseUnplayable(plan);
  const bars: Bar[] = [];
  const clicks: Click[] = [];
  const targets: Target[] = [];
  const cursor = { timeS: 0, beat: 0 };

  const countInBars = plan.countIn?.bars ?? 0;
  if (countInBars > 0)
    addSection(countInSection(plan.sections[0], countInBars), 0, 'countIn', 1 - countInBars);
  let number = 1;
  plan.sections.forEach((section, index) => {
    addSection(section, index, 'play', number);
    number += section.bars;
  });
  clicks.sort((a, b) => a.timeS - b.timeS);
  targets.sort((a, b) => a.timeS - b.timeS);
  return { bars, clicks, targets, silentStretches: silentStretches(bars), endS: cursor.timeS };

  function addSection(section: Section, index: number, kind: Bar['kind'], firstNumber: number): void {
    const meter = meterOf(section);
    const bar = barLength(meter);
    const barWhole = bar.valueOf();
    const along = secondsAlong(
      tempo(section.tempo.bpm, section.tempo.beat),
      section.tempo.toBpm === undefined ? undefined : tempo(section.tempo.toBpm, section.tempo.beat),
      barWhole * section.bars,
    );
    const silent = silentBars(section.silence, section.bars);
    const firstBar = bars.length;
    for (let i = 0; i < section.bars; i++) {
      bars.push({
        number: firstNumber + i,
        kind,
        section: index,
        meter,
        startS: cursor.timeS + along(i * barWhole),
        endS: cursor.timeS + along((i + 1) * barWhole),
        firstBeat: cursor.beat + i * meter.beats,
        silent: silent[i],
      });
    }
    const place = { bar, barCount: section.bars, firstBar, startS: cursor.timeS, along };

    for (const layer of section.clicks) {
      const accents = new Set((layer.accent ?? []).map((text) => parseFraction(text).toFraction()));
      for (const spot of spots(layer, place)) {
        clicks.push({
          timeS: spot.timeS,
          bar: spot.bar,
          position: spot.position,
          voice: layer.voice ?? DEFAULT_VOICE,
          accent: accents.has(spot.positionText),
          gainDb: layer.gainDb ?? 0,
          sounding: !bars[spot.bar].silent,
        });
      }
    }
    const endS = cursor.timeS + along(barWhole * section.bars);
    for (const line of section.play) {
      const found = spots(line, { ...place, ...window(line, section.bars) });
      found.forEach((spot, i) => {
        targets.push({
          timeS: spot.timeS,
          bar: spot.bar,
          position: spot.position,
          voice: line.voice ?? DEFAULT_LINE,
          lengthS: (found[i + 1]?.timeS ?? endS) - spot.timeS,
        });
      });
    }
    cursor.timeS = endS;
    cursor.beat += section.bars * meter.beats;
  }
}

interface Place {
  bar: Fraction;
  barCount: number;
  firstBar: number;
  startS: number;
  along: (whole: number) => number;
  /** Bars of the section (0-based, half open) in which spots are kept. */
  fromBar?: number;
  untilBar?: number;
}

interface Spot {
  timeS: number;
  bar: number;
  position: Fraction;
  positionText: string;
}

/** Where a layer or line falls: `at` repeats in every bar; `every` runs on from the section's start across barlines. */
function spots(
  rule: Pick<ClickLayer & PlayLine, 'at' | 'every'> & { from?: string | number },
  place: Place,
): Spot[] {
  const { at, every } = rule;
  const steps = at ? at.map(parseFraction) : [parseFraction(every!)];
  const offset = typeof rule.from === 'string' ? parseFraction(rule.from) : new Fraction(0);
  const grid = [place.bar, offset, ...steps].reduce((lcm, f) => leastCommonMultiple(lcm, ratioOf(f).d), 1);
  if (grid * place.bar.valueOf() * place.barCount > Number.MAX_SAFE_INTEGER) {
    throw new PlanError([
      {
        path: 'sections',
        message: 'positions are too fine to be told apart exactly; use smaller denominators',
      },
    ]);
  }
  const ticks = (f: Fraction) => Math.round(f.mul(grid).valueOf());
  const barTicks = ticks(place.bar);
  const positions = new Map<number, { position: Fraction; positionText: string }>();
  const { fromBar = 0, untilBar = place.barCount } = place;

  const spot = (tick: number): Spot => {
    const inBar = tick % barTicks;
    let exact = positions.get(inBar);
    if (!exact) {
      const position = new Fraction(inBar, grid);
      exact = { position, positionText: position.toFraction() };
      positions.set(inBar, exact);
    }
    const barInSection = Math.floor(tick / barTicks);
    return { timeS: place.startS + place.along(tick / grid), bar: place.firstBar + barInSection, ...exact };
  };

  const found: Spot[] = [];
  if (at) {
    const inBar = [...new Set(steps.map(ticks))].sort((a, b) => a - b);
    for (let bar = fromBar; bar < untilBar; bar++)
      for (const t of inBar) found.push(spot(bar * barTicks + t));
  } else {
    const step = ticks(steps[0]);
    for (let t = ticks(offset); t < untilBar * barTicks; t += step)
      if (t >= fromBar * barTicks) found.push(spot(t));
  }
  return found;
}

function window(line: PlayLine, bars: number): { fromBar: number; untilBar: number } {
  const first = line.fromBar ?? (typeof line.from === 'number' ? line.from : 1);
  return { fromBar: first - 1, untilBar: Math.min(bars, line.until ?? bars) };
}

function countInSection(first: Section, bars: number): Section {
  const { beats, unit } = first.meter;
  const at = Array.from({ length: beats }, (_, i) => new Fraction(unit).mul(i).toFraction());
  return {
    bars,
    meter: first.meter,
    tempo: { bpm: first.tempo.bpm, beat: first.tempo.beat },
    clicks: [{ at, accent: ['0'], voice: first.clicks[0]?.voice ?? DEFAULT_VOICE }],
    play: [],
  };
}

function meterOf(section: Section): Meter {
  return {
    beats: section.meter.beats,
    unit: parseFraction(section.meter.unit),
    groups: section.meter.groups,
  };
}

function silentStretches(bars: readonly Bar[]): SilentStretch[] {
  const stretches: SilentStretch[] = [];
  bars.forEach((bar, i) => {
    if (!bar.silent) return;
    const last = stretches.at(-1);
    if (last && last.lastBar === i - 1) Object.assign(last, { lastBar: i, toS: bar.endS });
    else stretches.push({ fromS: bar.startS, toS: bar.endS, firstBar: i, lastBar: i });
  });
  return stretches;
}

/** What the format can say and this version cannot play yet is refused by name, never skipped in silence. */
function refuseUnplayable(plan: Plan): void {
  const problems: FieldProblem[] = [];
  const refuse = (path: string, what: string) =>
    problems.push({ path, message: `${what} cannot be played by this version of Feldspar yet` });
  let events = 0;
  plan.sections.forEach((section, s) => {
    const bar = barLength(meterOf(section)).valueOf();
    const slowest = Math.min(
      wholeNotesPerSecond(tempo(section.tempo.bpm, section.tempo.beat)),
      wholeNotesPerSecond(tempo(section.tempo.toBpm ?? section.tempo.bpm, section.tempo.beat)),
    );
    if (bar / slowest > 600) {
      problems.push({
        path: `sections[${s}].tempo`,
        message: 'a bar would last over ten minutes; raise the tempo',
      });
    }
    const count = (rule: { at?: string[]; every?: string }) => {
      events += rule.every
        ? (bar * section.bars) / parseFraction(rule.every).valueOf()
        : (rule.at?.length ?? 0) * section.bars;
    };
    section.clicks.forEach((layer, i) => {
      if (layer.groove !== undefined) refuse(`sections[${s}].clicks[${i}].groove`, 'a groove');
      count(layer);
    });
    section.play.forEach((line, i) => {
      const path = `sections[${s}].play[${i}]`;
      if (line.rhythm) refuse(`${path}.rhythm`, 'a written rhythm');
      if (line.free) refuse(`${path}.free`, 'free playing');
      if (line.swing) refuse(`${path}.swing`, 'swing');
      count(line);
    });
    if (section.silence?.dropChance !== undefined)
      refuse(`sections[${s}].silence.dropChance`, 'a chance of dropping');
    if (section.silence?.fadeDb !== undefined) refuse(`sections[${s}].silence.fadeDb`, 'a fade');
    events += section.bars;
  });
  if (events > MAX_EVENTS) {
    problems.push({
      path: 'sections',
      message: `the plan has about ${Math.round(events)} bars, clicks and notes; ${MAX_EVENTS} is the most. Shorten it`,
    });
  }
  if (problems.length > 0) throw new PlanError(problems);
}

function leastCommonMultiple(a: number, b: number): number {
  let [x, y] = [a, b];
  while (y !== 0) [x, y] = [y, x % y];
  return (a / x) * b;
}
