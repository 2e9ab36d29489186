/**
 * A section on a record: where its bars lie in the record, and so when they are. Either the section takes its time from the record's beat map
 * (`fromBar`), or it has a tempo of its own and the record, which keeps that tempo, begins with it at a moment (`atS`).
 */
import { barsOf, timeOfBeat } from '../beat-map/index.ts';
import { barLength, parseFraction, secondsAlong, tempo } from '../time/index.ts';
import { meterOf } from './meter-of.ts';
import type { FieldProblem } from './problem.ts';
import type { Plan, PlanRecord, Section } from './schema.ts';

type SectionOnRecord = Section & { record: NonNullable<Section['record']> };

export const isOnRecord = (section: Section): section is SectionOnRecord => section.record !== undefined;

export const speedOf = ({ speed = 1 }: Pick<PlanRecord, 'speed'>): number => speed;

export interface OnRecord {
  /** Timeline seconds from the section's start to a place in it, in whole notes. */
  along(whole: number): number;
  /** Seconds of the record at so many timeline seconds from the section's start. */
  recordAt(seconds: number): number;
}

/** Of a section whose `problemsOnRecord` are none. */
export function onRecord(section: SectionOnRecord, record: PlanRecord): OnRecord {
  const speed = speedOf(record);
  const { atS } = section.record;
  if (atS !== undefined) {
    const { bpm, beat, toBpm } = section.tempo;
    const length = barLength(meterOf(section)).valueOf() * section.bars;
    const to = toBpm === undefined ? undefined : tempo(toBpm, beat);
    return {
      along: secondsAlong(tempo(bpm, beat), to, length),
      recordAt: (seconds) => atS + seconds * speed,
    };
  }
  const unit = parseFraction(section.meter.unit).valueOf();
  const { firstBeat } = barsOf(record)[section.record.fromBar! - 1];
  const beginsS = timeOfBeat(record.beats, firstBeat);
  return {
    along: (whole) => (timeOfBeat(record.beats, firstBeat + whole / unit) - beginsS) / speed,
    recordAt: (seconds) => beginsS + seconds * speed,
  };
}

/** What keeps a section from being played on its record; the path is that of the section. */
export function problemsOnRecord({ record, sections }: Plan, s: number): FieldProblem[] {
  const section = sections[s];
  if (!isOnRecord(section)) return [];
  const at = (field: string, message: string): FieldProblem[] => [
    { path: `sections[${s}].record${field}`, message },
  ];
  if (!record) return at('', 'the plan has no record; name one in "record", or leave this out');
  const { fromBar } = section.record;
  if (fromBar === undefined) return [];
  if (record.bars.at(-1)!.beat >= record.beats.length)
    return [{ path: 'record.bars', message: 'bars begin after the last beat' }];
  const bars = barsOf(record);
  const played = bars.slice(fromBar - 1, fromBar - 1 + section.bars);
  if (played.length < section.bars)
    return at(
      '.fromBar',
      `the record has ${bars.length} bars; bars ${fromBar} to ${fromBar + section.bars - 1} are not all there`,
    );
  const { beats, unit } = section.meter;
  const other = played.find(
    (bar) => bar.beats !== beats || !parseFraction(bar.meter.unit).equals(parseFraction(unit)),
  );
  if (other)
    return at(
      '.fromBar',
      `bar ${other.number} of the record has ${other.beats} beats of ${other.meter.unit}, this section ${beats} of ${unit}; end the section before it`,
    );
  return [];
}

/** The plan's first section at the tempo that the record has in its first bar there, for the count-in. */
export function tempoOfRecord(section: Section, record: PlanRecord | undefined): Section {
  if (!record || !isOnRecord(section) || section.record.fromBar === undefined) return section;
  const bar = barLength(meterOf(section)).valueOf();
  const wholeS = onRecord(section, record).along(bar) / bar;
  const beat = parseFraction(section.tempo.beat).valueOf();
  return { ...section, tempo: { bpm: 60 / (wholeS * beat), beat: section.tempo.beat } };
}
