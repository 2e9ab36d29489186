/** A sheet as a plan: the click on the counted note, the rhythm to be played, note lengths judged. */
import {
  type ClickLayer,
  type FieldProblem,
  type Plan,
  PlanError,
  type PlayLine,
  type RhythmNote,
  hasAccents,
  unison,
} from '../plan/index.ts';
import { Fraction, barLength, isFractionText, parseFraction } from '../time/index.ts';
import { barProblems } from './bar-lengths.ts';
import { meterOf, soundings } from './onsets.ts';
import type { Sheet } from './sheet-schema.ts';

/** @throws PlanError when a bar is too long or short, or a length is too fine to be written in a plan. */
export function planOfSheet(sheet: Sheet): Plan {
  const problems = barProblems(sheet).map(({ bar, message }): FieldProblem => ({
    path: `bars[${bar}]`,
    message,
  }));
  if (problems.length > 0) throw new PlanError(problems);
  const meter = countedMeter(sheet);
  return {
    format: 'feldspar-plan',
    version: 1,
    title: sheet.title,
    countIn: { bars: meter.beats > SHORT_BAR ? 1 : 2, voice: 'count' },
    sections: [
      {
        // The rhythm comes round until the bars are full.
        bars: sheet.bars.length * roundsOf(sheet),
        meter,
        tempo: sheet.tempo,
        clicks: clicksOf(sheet),
        play: linesOf(sheet),
      },
    ],
  };
}

/** The same plan with the sheet it comes from. @throws PlanError as `planOfSheet`. */
export function planWithSheet(sheet: Sheet): Plan {
  return { ...planOfSheet(sheet), sheet } as Plan;
}

/** Less than one of the two is too little to judge. */
const ENOUGH = { bars: 8, notes: 16 } as const;

/** How often a sheet is played through: as often as it says, or until there is enough to judge. */
export function roundsOf(sheet: Sheet): number {
  const notes = soundings(sheet).filter(({ accent }) => !sheet.limbs || accent).length;
  const needed = Math.min(
    Math.ceil(ENOUGH.bars / sheet.bars.length),
    notes > 0 ? Math.ceil(ENOUGH.notes / notes) : Infinity,
  );
  return sheet.rounds ?? needed;
}

/** So many beats and fewer are counted in for two bars: numbers in the first, two words in the second. */
const SHORT_BAR = 2;
const MOST_BEATS = 64;

/** The bar in counted notes, as it is counted aloud and on the stage: 6/8 in dotted quarters has two. As written where they do not fill it. */
function countedMeter(sheet: Sheet): Plan['sections'][number]['meter'] {
  const beats = barLength(meterOf(sheet)).div(parseFraction(sheet.counted));
  if (sheet.counted === sheet.meter.unit || beats.d !== 1n || beats.gt(MOST_BEATS)) return sheet.meter;
  return { beats: beats.valueOf(), unit: sheet.counted };
}

/** On the counted note; for two limbs on its half too, which shows whether they are together. */
function clicksOf({ clicks, counted, limbs }: Sheet): ClickLayer[] {
  if (!limbs) return clicks ?? [{ every: counted, accent: ['0'] }];
  const half = parseFraction(counted).div(2).toFraction();
  return [
    ...(clicks ?? [{ every: half, voice: 'tick' }]),
    ...(limbs.backbeat?.length ? [{ at: limbs.backbeat, voice: 'snare' }] : []),
  ];
}

function linesOf(sheet: Sheet): PlayLine[] {
  const rhythm = rhythmOf(sheet);
  if (!sheet.limbs) return [{ rhythm }];
  if (!hasAccents(rhythm))
    throw new PlanError([
      { path: 'bars', message: 'Accent at least one note: two limbs strike the accents together.' },
    ]);
  return unison(rhythm, sheet.limbs.voices);
}

/** What sounds, with the silences between as rests, to the end of the last bar. */
export function rhythmOf(sheet: Sheet): RhythmNote[] {
  const rhythm: RhythmNote[] = [];
  let at = new Fraction(0);
  const rest = (until: Fraction) => {
    if (until.gt(at)) rhythm.push({ dur: text(until.sub(at)), rest: true });
    at = until;
  };
  for (const { start, length, accent, sticking } of soundings(sheet)) {
    rest(start);
    rhythm.push({
      dur: text(length),
      hold: true,
      ...(accent ? { accent } : {}),
      ...(sticking ? { sticking } : {}),
    });
    at = start.add(length);
  }
  rest(barLength(meterOf(sheet)).mul(sheet.bars.length));
  return rhythm;
}

function text(length: Fraction): string {
  const written = length.toFraction();
  if (!isFractionText(written))
    throw new PlanError([
      { path: 'bars', message: `A length of ${written} is too fine for a plan. Use simpler tuplets.` },
    ]);
  return written;
}
