/** The report's figures as rows of a table: name, value in words, what it means. Pure. */
import type { Report } from '@feldspar/core/timing';
import { parseFraction, placeName } from '@feldspar/core/time';
import { earlyLate } from '@feldspar/core/words';
import { fastSlow, oneDecimal, plural, twoDecimals } from '../../text/text.ts';

export interface FigureRow {
  name: string;
  /** Null where the take cannot carry it; then `why` says what is missing. */
  value: string | null;
  meaning: string;
  why?: string;
}

const ms = (value: number) => `${oneDecimal(value)} ms`;
const percent = (share: number) => `${Math.round(100 * share)} %`;

const ENTRIES: Record<Report['entries'][number]['kind'], string> = {
  found: 'The click alone',
  joined: 'Joining in',
  reentered: 'Coming back in',
  moved: 'The click moved',
};

type MakeRow = (name: string, value: string | false, meaning: string, why?: string) => FigureRow;

/** Lock and steadiness first: they are what such a plan is for. */
function recordRows({ lock, alone, wavering }: NonNullable<Report['record']>, row: MakeRow): FigureRow[] {
  return [
    row(
      'Lock',
      lock.sdMs !== null &&
        `within ${ms(lock.sdMs)} of the record, ${percent(lock.withinTolerance!)} one sound`,
      'How closely you are with the record while it sounds. Small corrections all the time are right there.',
      lock.why,
    ),
    row(
      'Steadiness',
      alone.spreadMs !== null &&
        `${ms(alone.spreadMs)} from beat to beat (${oneDecimal(alone.percentOfBeat!)} %)`,
      'How far your beat alone differs from the record’s own tempo going on. Longer silences train it.',
      alone.why,
    ),
    ...(wavering.length === 0
      ? []
      : [
          row(
            'The record wavers',
            `in ${plural(wavering.length, 'silence')}`,
            'It leaves its own tempo there; those silences count for nothing.',
          ),
        ]),
  ];
}

export function figureRows(report: Report): FigureRow[] {
  const {
    clicked,
    between,
    silent,
    drift,
    steadiness,
    correction,
    holdBeats,
    intended,
    unison,
    swing,
    lengths,
    record,
  } = report;
  const what = record ? 'record' : 'click';
  const row = (name: string, value: string | null | false, meaning: string, why?: string): FigureRow => ({
    name,
    value: value === false ? null : value,
    meaning,
    ...(why ? { why } : {}),
  });
  const spread = (summary: Report['clicked']) =>
    summary.meanMs !== null &&
    `${earlyLate(summary.meanMs)}${summary.sdMs === null ? '' : `, spread ${ms(summary.sdMs)}`}, ${percent(summary.withinTolerance!)} one sound`;
  return [
    ...(record ? recordRows(record, row) : []),
    row(
      `With the ${what}`,
      spread(clicked),
      'Where you sit on it: habit and equipment together.',
      clicked.why,
    ),
    row(
      'Between clicks',
      spread(between),
      'Notes with clicks round them and none at them: against the pulse.',
      between.why,
    ),
    row('Alone', spread(silent), `The same where the ${what} is gone.`, silent.why),
    row(
      'Tempo when alone',
      drift.tempoPercent !== null &&
        `${fastSlow(drift.tempoPercent)}, between ${fastSlow(drift.ci95![0])} and ${fastSlow(drift.ci95![1])}`,
      'Hurrying or dragging; the truth lies between the two, 95 times in 100.',
      drift.why,
    ),
    row(
      'Intervals',
      steadiness.ioiSdMs !== null && `vary by ${ms(steadiness.ioiSdMs)}`,
      'How far the time from note to note differs from what is written.',
      steadiness.ioiSdMs === null ? steadiness.why : undefined,
    ),
    row(
      'Unsteady clock',
      steadiness.clockSdMs !== null && `${ms(steadiness.clockSdMs)} a beat`,
      'The inner beat itself varies. Counting aloud and longer silences train it.',
      steadiness.clockSdMs === null ? steadiness.why : undefined,
    ),
    row(
      'Unsteady hand',
      steadiness.motorSdMs !== null && ms(steadiness.motorSdMs),
      'The stroke varies round a beat that is right. Slow, loose repetition trains it.',
      steadiness.motorSdMs === null ? steadiness.why : undefined,
    ),
    row(
      'Neighbouring intervals',
      steadiness.lag1 !== null && `correlate ${twoDecimals(steadiness.lag1)}`,
      'Near 0 the clock varies, near −½ the hand.',
      steadiness.lag1 === null ? steadiness.why : undefined,
    ),
    row(
      `Correcting to the ${what}`,
      correction.alpha !== null &&
        `${percent(correction.alpha)} of the last error (${percent(correction.ci95![0])} to ${percent(correction.ci95![1])})`,
      'How much of an error you take back at the next note while it sounds.',
      correction.why,
    ),
    row(
      `Holding ${Math.round(holdBeats.toleranceMs)} ms`,
      holdBeats.beats !== null &&
        `${plural(holdBeats.beats, 'beat')} (${holdBeats.range![0]} to ${holdBeats.range![1]})`,
      'How long you can be left alone, four times in five.',
      holdBeats.why,
    ),
    ...(intended
      ? [
          row(
            `Meant ${earlyLate(intended.offsetMs)}`,
            intended.meanMs !== null &&
              `${earlyLate(intended.meanMs)}${intended.ci95 ? ` (${earlyLate(intended.ci95[0])} to ${earlyLate(intended.ci95[1])})` : ''}, spread ${ms(intended.sdMs ?? 0)}`,
            intended.against === 'own'
              ? 'Those notes against the other notes of their bar, so that equipment and habit drop out.'
              : 'Against the click.',
            intended.why,
          ),
        ]
      : []),
    row(
      'Two limbs together',
      unison.byEar
        ? `${percent(unison.byEar.asOne)} one sound to the microphone${unison.byEar.apartMs === null ? '' : `, the others ${ms(unison.byEar.apartMs)} apart`}`
        : unison.meanSpreadMs !== null &&
            `${ms(Math.abs(unison.meanSpreadMs))} apart${unison.leads ? `, the ${unison.leads} first` : ''}, ${percent(unison.withinTolerance!)} one sound`,
      unison.byEar
        ? `How far apart strokes are that are meant to be one. A microphone tells strokes apart from ${ms(unison.byEar.tellsApartMs)} on, and not which limb was first: pads, keys or MIDI do.`
        : 'How far apart strokes are that are meant to be one.',
      unison.why,
    ),
    row(
      'Two limbs over the take',
      unison.trend !== null &&
        `${oneDecimal(unison.trend.msPerMinute)} ms a minute (${oneDecimal(unison.trend.ci95[0])} to ${oneDecimal(unison.trend.ci95[1])})`,
      'How the distance changes: above nothing the second limb comes later and later.',
      unison.meanSpreadMs === null ? unison.why : 'needs twelve strokes together',
    ),
    row(
      'Swing',
      swing.ratio !== null && `${twoDecimals(swing.ratio)} to 1, spread ${twoDecimals(swing.sd!)}`,
      'The note on the beat against the note after it; 1 to 1 is straight, 2 to 1 a triplet feel.',
      swing.why,
    ),
    row(
      'Note lengths',
      lengths.meanRatio !== null && `${percent(lengths.meanRatio)} of what is written`,
      'How long notes were held.',
      lengths.why,
    ),
    ...(report.rests
      ? [
          row(
            'Rests',
            report.rests.hits === 0
              ? `silent, all ${report.rests.n}`
              : `${plural(report.rests.hits, 'hit')} in ${plural(report.rests.n, 'rest')}`,
            'Whether anything sounded where nothing is written.',
          ),
        ]
      : []),
    ...(report.reentry
      ? [
          row(
            'Back after rests',
            report.reentry.meanMs !== null &&
              `${earlyLate(report.reentry.meanMs)}${report.reentry.sdMs === null ? '' : `, spread ${ms(report.reentry.sdMs)}`}${report.reentry.tempoPercent === null ? '' : `, ${fastSlow(report.reentry.tempoPercent)}`}`,
            'Where the first note lay, and how fast the first bar was.',
            report.reentry.why,
          ),
        ]
      : []),
    ...report.sections.map(({ name, fromBar, toBar, meanMs, sdMs, asideMs, ci95, why }) =>
      row(
        `${name ?? 'Section'}, bars ${fromBar} to ${toBar}`,
        meanMs !== null &&
          `${earlyLate(meanMs)}${sdMs === null ? '' : `, spread ${ms(sdMs)}`}${asideMs === null || !ci95 ? '' : `; ${earlyLate(asideMs)} against the others (${earlyLate(ci95[0])} to ${earlyLate(ci95[1])})`}`,
        'Where the notes of this section lie, as far as clicks sound in it.',
        why,
      ),
    ),
    ...(report.places
      ? [
          row(
            'Notes of your own',
            `${report.places.own} of ${report.places.of}`,
            'Notes with which no click sounded: the click wanders through the bar.',
          ),
          ...report.places.each.map(({ at, asideMs, ci95, why }) =>
            row(
              `On ${placeName(parseFraction(at), { unit: parseFraction(report.places!.unit) })}`,
              asideMs !== null &&
                ci95 &&
                `${earlyLate(asideMs)} (${earlyLate(ci95[0])} to ${earlyLate(ci95[1])})`,
              'Against the notes before and after it: whether you are as sure of this place as of the others.',
              why,
            ),
          ),
        ]
      : []),
    ...report.entries.map(({ kind, bar, beats, clicks, heldBeats, why }) =>
      row(
        kind === 'found' ? ENTRIES.found : `${ENTRIES[kind]} at bar ${bar}`,
        beats !== null &&
          `with it after ${clicks === undefined ? '' : `${plural(clicks, 'click')}, `}${plural(beats, 'beat')}${heldBeats === undefined ? '' : `; held for ${plural(heldBeats, 'beat')}`}`,
        'How soon four notes in a row lay where you sit with the click.',
        why,
      ),
    ),
    ...report.turned.map(({ fromBar, toBar, hits, sure }) =>
      row(
        `Turned round, bars ${fromBar} to ${toBar}`,
        `${sure ? '' : 'perhaps, '}for ${plural(hits, 'hit')}`,
        'You took the displaced click for the beat; no other figure is made of those notes.',
      ),
    ),
  ];
}
