/** compile(plan) -> timeline: every bar, click, silent stretch and expected onset, with its exact position and its time. */
import {
  Fraction,
  barLength,
  parseFraction,
  secondsAlong,
  tempo,
  wholeNotesPerSecond,
} from '../time/index.ts';
import { countInOf } from './count-in.ts';
import { GROOVES, grooveBars, isGroove } from './groove.ts';
import { layerClicks } from './layer-clicks.ts';
import { meterOf } from './meter-of.ts';
import {
  type OnRecord,
  isOnRecord,
  onRecord,
  problemsOnRecord,
  speedOf,
  tempoOfRecord,
} from './on-record.ts';
import { outsideTheBar } from './outside-bar.ts';
import { PlanError } from './plan-error.ts';
import { type FieldProblem, pathText } from './problem.ts';
import type { Plan, PlanRecord, PlayLine, Section } from './schema.ts';
import { silentBars, thin } from './silence.ts';
import { type Place, type Rule, type Spot, sequenceSpots, spotsOf } from './spots.ts';
import type { Bar, Click, RecordStretch, SilentStretch, Target, Timeline } from './timeline.ts';

/** More events than any practice session needs; a plan beyond it is refused before it fills the memory. */
export const MAX_EVENTS = 400_000;
/** What lines that name no part are called where several run at once; the first is the usual one. */
const UNNAMED = ['hand', 'foot'] as const;

/** @throws PlanError for what cannot be played (an unknown groove, an endless bar), and for more than MAX_EVENTS events. */
export function compile(plan: Plan): Timeline {
  refuseUnplayable(plan);
  const bars: Bar[] = [];
  const clicks: Click[] = [];
  const targets: Target[] = [];
  const parts: string[] = [];
  const stretches: RecordStretch[] = [];
  const cursor = { timeS: 0, beat: 0 };

  const [first, ...others] = plan.sections;
  const countIn = countInOf({ ...plan, sections: [tempoOfRecord(first, plan.record), ...others] });
  if (countIn) {
    addSection(countIn.section, 0, 'countIn', 1 - countIn.section.bars);
    // Whole bars of it may hold more than are asked for.
    clicks.splice(0, clicks.length - countIn.clicks);
  }
  let number = 1;
  const sections: Timeline['sections'] = [];
  plan.sections.forEach((section, index) => {
    addSection(section, index, 'play', number);
    const name = section.name === undefined ? {} : { name: section.name };
    sections.push({ ...name, fromBar: number, toBar: number + section.bars - 1 });
    number += section.bars;
  });
  clicks.sort((a, b) => a.timeS - b.timeS);
  targets.sort((a, b) => a.timeS - b.timeS);
  return {
    bars,
    clicks,
    targets,
    parts,
    silentStretches: silentStretches(bars),
    sections,
    entersWhenReady: plan.countIn?.clicks !== undefined,
    ...(plan.record && stretches.length > 0 ? { record: recordOf(plan.record, stretches) } : {}),
    endS: cursor.timeS,
  };

  function addSection(section: Section, index: number, kind: Bar['kind'], firstNumber: number): void {
    const meter = meterOf(section);
    const bar = barLength(meter);
    const barWhole = bar.valueOf();
    const record = plan.record && isOnRecord(section) ? onRecord(section, plan.record) : null;
    const along =
      record?.along ??
      secondsAlong(
        tempo(section.tempo.bpm, section.tempo.beat),
        section.tempo.toBpm === undefined ? undefined : tempo(section.tempo.toBpm, section.tempo.beat),
        barWhole * section.bars,
      );
    const silent = silentBars(section.silence, section.bars);
    const takes = section.silence?.takes ?? 'both';
    const clicksGo = takes !== 'record' || !record;
    const recordGoes = takes !== 'clicks';
    // Alone is who hears nothing: neither a click nor the record.
    const isAlone = (clicksGo || section.clicks.length === 0) && (recordGoes || !record);
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
        silent: silent[i] && isAlone,
      });
    }
    const place = { bar, barCount: section.bars, firstBar, startS: cursor.timeS, along };

    const layers = layerClicks(section.clicks, meter, place);
    const thinned = thin(layers, section.silence, { firstBar, barCount: section.bars, section: index });
    // One by one: an hour of notes is more than a call can take as arguments.
    for (const click of thinned)
      clicks.push(clicksGo && silent[click.bar - firstBar] ? { ...click, sounding: false } : click);
    if (record) {
      const heard = silent.map((isSilent) => !(isSilent && recordGoes));
      for (const beat of recordBeats(place, meter)) {
        clicks.push({ ...beat, sounding: heard[beat.bar - firstBar] });
      }
      addStretches(stretches, bars.slice(firstBar), heard, record, speedOf(plan.record!));
    }
    const endS = cursor.timeS + along(barWhole * section.bars);
    const names = partsOf(section);
    section.play.forEach((line, i) => {
      if (!parts.includes(names[i])) parts.push(names[i]);
      for (const target of targetsOf(line, { voice: names[i], line: i }, place, endS)) targets.push(target);
    });
    cursor.timeS = endS;
    cursor.beat += section.bars * meter.beats;
  }
}

/**
 * The part of each line: the voice it names; without one the usual hand, or the foot and so on where the hand plays another line in
 * the same bars.
 */
function partsOf({ play, bars }: Section): string[] {
  const windows = play.map((line) => window(line, bars));
  const names = play.map(({ voice }) => voice);
  play.forEach((_, i) => {
    if (names[i] !== undefined) return;
    const taken = new Set(
      names.filter(
        (_, other) =>
          other !== i &&
          windows[other].fromBar < windows[i].untilBar &&
          windows[i].fromBar < windows[other].untilBar,
      ),
    );
    const numbered = play.map((_, n) => `part ${n + 1}`).slice(UNNAMED.length);
    names[i] = [...UNNAMED, ...numbered].find((name) => !taken.has(name)) ?? UNNAMED[0];
  });
  return names as string[];
}

function targetsOf(
  line: PlayLine,
  whose: Pick<Target, 'voice' | 'line'>,
  section: Place,
  endS: number,
): Target[] {
  const swing = line.swing && { of: parseFraction(line.swing.of), ratio: new Fraction(line.swing.ratio) };
  const place = { ...section, ...window(line, section.barCount), ...(swing ? { swing } : {}) };
  const swings = ({ swungByS }: Spot) =>
    swing && swungByS !== 0 ? { swing: { ratio: swing.ratio.valueOf(), lateS: swungByS } } : {};
  if (line.rhythm) {
    const { rhythm } = line;
    return sequenceSpots(
      rhythm.map(({ dur }) => dur),
      place,
    ).flatMap((spot) => {
      const { timeS, bar, position, element, endS: ends } = spot;
      const { rest, accent, sticking, hold } = rhythm[element];
      if (rest) return [];
      const marks = {
        ...(accent ? { accent } : {}),
        ...(sticking ? { sticking } : {}),
        ...(hold ? { hold } : {}),
      };
      return [{ timeS, bar, position, ...whose, lengthS: ends - timeS, ...swings(spot), ...marks }];
    });
  }
  const found = spotsOf(line.free === undefined ? line : { every: line.free }, place);
  return found.map((spot, i) => ({
    timeS: spot.timeS,
    bar: spot.bar,
    position: spot.position,
    ...whose,
    lengthS: (found[i + 1]?.timeS ?? endS) - spot.timeS,
    ...swings(spot),
    ...(line.free === undefined ? {} : { optional: true }),
  }));
}

function window(line: PlayLine, bars: number): { fromBar: number; untilBar: number } {
  const first = line.fromBar ?? (typeof line.from === 'number' ? line.from : 1);
  return { fromBar: first - 1, untilBar: Math.min(bars, line.until ?? bars) };
}

/** The record's beats, as what is heard of it; they belong to no layer. */
function recordBeats(place: Place, { beats, unit }: Bar['meter']): Omit<Click, 'sounding'>[] {
  const positions = Array.from({ length: beats }, (_, i) => unit.mul(i));
  return Array.from({ length: place.barCount }, (_, bar) =>
    positions.map((position, beat) => ({
      timeS: place.startS + place.along((bar * beats + beat) * unit.valueOf()),
      bar: place.firstBar + bar,
      position,
      voice: 'record',
      accent: beat === 0,
      gainDb: 0,
      layer: -1,
      record: true as const,
    })),
  ).flat();
}

/** Adds the bars of a section that sound to what sounds already; they are one stretch where the record simply goes on. */
function addStretches(
  stretches: RecordStretch[],
  bars: readonly Bar[],
  heard: readonly boolean[],
  { recordAt }: OnRecord,
  speed: number,
): void {
  bars.forEach(({ startS, endS }, i) => {
    if (!heard[i]) return;
    const recordS = recordAt(startS - bars[0].startS);
    const last = stretches.at(-1);
    const goesOn =
      last &&
      Math.abs(last.toS - startS) < 1e-9 &&
      Math.abs(last.recordS + (last.toS - last.fromS) * speed - recordS) < 1e-6;
    if (goesOn) last.toS = endS;
    else stretches.push({ fromS: startS, toS: endS, recordS });
  });
}

function recordOf(record: PlanRecord, stretches: RecordStretch[]): NonNullable<Timeline['record']> {
  const { recordingId, name, gainDb = 0 } = record;
  return { recordingId, name, speed: speedOf(record), gainDb, stretches };
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

/** What cannot be played is refused by name and place, never skipped in silence. */
function refuseUnplayable(plan: Plan): void {
  const problems: FieldProblem[] = [];
  let events = 0;
  plan.sections.forEach((section, s) => {
    problems.push(...problemsOnRecord(plan, s));
    // Of a plan that did not come through the schema: a click behind its bar would lie in the next one, or in none.
    for (const { path, message } of outsideTheBar(section))
      problems.push({ path: pathText(['sections', s, ...path]), message });
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
    const count = (rule: Rule) => {
      events += rule.every
        ? (bar * section.bars) / parseFraction(rule.every).valueOf()
        : (rule.at?.length ?? 0) * section.bars;
    };
    section.clicks.forEach((layer, i) => {
      if (layer.groove === undefined) count(layer);
      else if (isGroove(layer.groove)) {
        // The loop is made whole, however few of its bars are played.
        const loop = grooveBars(layer);
        if (loop === null)
          problems.push({
            path: `sections[${s}].clicks[${i}].fill`,
            message: 'fills and cymbals come round together too seldom; let one number divide the other',
          });
        events += 8 * section.meter.beats * Math.max(section.bars, loop ?? 0);
      } else {
        problems.push({
          path: `sections[${s}].clicks[${i}].groove`,
          message: `there is no groove called "${layer.groove}"; choose one of ${GROOVES.map((name) => `"${name}"`).join(', ')}`,
        });
      }
    });
    section.play.forEach((line) => {
      if (line.free) count({ every: line.free });
      else if (!line.rhythm) count(line);
      else {
        const length = line.rhythm.reduce((sum, { dur }) => sum + parseFraction(dur).valueOf(), 0);
        events += (line.rhythm.length * bar * section.bars) / length;
      }
    });
    events += section.bars * (isOnRecord(section) ? 1 + section.meter.beats : 1);
  });
  if (events > MAX_EVENTS) {
    problems.push({
      path: 'sections',
      message: `the plan has about ${Math.round(events)} bars, clicks and notes; ${MAX_EVENTS} is the most. Shorten it`,
    });
  }
  if (problems.length > 0) throw new PlanError(problems);
}
