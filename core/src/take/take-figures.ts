/** What weeks are told by: a few plain figures of a take, kept beside it by themselves, since a trend reads thousands of them. */
import { z } from 'zod';
import { trialsSchema } from '../timing/index.ts';
import type { MeasuredTake } from './measure-take.ts';

const figure = z.number().nullable();

export const takeFiguresSchema = z.object({
  /** From the first note that was to be played to the last that was. */
  playedS: z.number(),
  /** Beside the click; where no note has one, of the notes between clicks. Negative is early. */
  offsetMs: figure,
  spreadMs: figure,
  /** Mean error at the returns, with the habit of lying beside the click in it; and of how many. */
  returnMs: figure,
  returns: z.number().int(),
  /** Beats held alone. */
  holdBeats: figure,
  /** Positive is fast. */
  tempoPercent: figure,
  trials: trialsSchema,
});
export type TakeFigures = z.infer<typeof takeFiguresSchema>;

export function figuresOf({ timeline, report }: Pick<MeasuredTake, 'timeline' | 'report'>): TakeFigures {
  const heard = report.clicked.n > 0 ? report.clicked : report.between;
  const returned = report.gaps.filter(({ returnErrorMs }) => returnErrorMs !== null);
  const returns = returned.reduce((sum, gap) => sum + gap.returns, 0);
  const first = timeline.targets.at(0)?.timeS ?? timeline.endS;
  return {
    playedS: tenths(Math.max(0, timeline.endS - first)),
    offsetMs: rounded(heard.meanMs),
    spreadMs: rounded(heard.sdMs),
    returnMs:
      returns === 0
        ? null
        : tenths(returned.reduce((sum, gap) => sum + gap.returns * gap.returnErrorMs!, 0) / returns),
    returns,
    holdBeats: report.holdBeats.beats,
    tempoPercent: thousandths(report.drift.tempoPercent),
    trials: report.trials,
  };
}

const tenths = (value: number) => Math.round(10 * value) / 10;
const thousandths = (value: number | null) => (value === null ? null : Math.round(1000 * value) / 1000);
const rounded = (value: number | null) => (value === null ? null : tenths(value));
