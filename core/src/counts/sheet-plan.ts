/** A sheet as a plan: the click on the counted note, the rhythm to be played, note lengths judged. */
import { type FieldProblem, type Plan, PlanError, type RhythmNote } from '../plan/index.ts';
import { Fraction, barLength, isFractionText } from '../time/index.ts';
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
  return {
    format: 'feldspar-plan',
    version: 1,
    title: sheet.title,
    countIn: { bars: 1, voice: 'count' },
    sections: [
      {
        bars: sheet.bars.length,
        meter: sheet.meter,
        tempo: sheet.tempo,
        clicks: [{ every: sheet.counted, accent: ['0'] }],
        play: [{ rhythm: rhythmOf(sheet) }],
      },
    ],
  };
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
