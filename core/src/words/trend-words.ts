/** How weeks went, in words: a change is named only where its interval says so. */
import type { Trend, TrendFigure } from '../trends/index.ts';
import { oneDecimal, whole } from './numbers.ts';

interface FigureWords {
  /** As a heading. */
  name: string;
  /** What it is, for whoever asks. */
  means: string;
  unit: string;
  /** Which way is better; null for what is a matter of style. */
  better: 'less' | 'more' | null;
}

export const FIGURE_WORDS: Readonly<Record<TrendFigure, FigureWords>> = {
  return: {
    name: 'Error at the return',
    means: 'How far from the click you were when it came back, early or late.',
    unit: 'ms',
    better: 'less',
  },
  hold: {
    name: 'Beats held alone',
    means: 'For how many beats without a click you stay within the tolerance.',
    unit: 'beats',
    better: 'more',
  },
  spread: {
    name: 'Spread beside the click',
    means: 'How much your notes scatter around their own place.',
    unit: 'ms',
    better: 'less',
  },
  offset: {
    name: 'Place beside the click',
    means:
      'Where your notes lie on average: early is below the line, late above. A constant place is a style, no error.',
    unit: 'ms',
    better: null,
  },
  tempo: {
    name: 'Tempo reached',
    means: 'The fastest take of the day of which 85 in 100 was good, in quarters a minute.',
    unit: 'a minute',
    better: 'more',
  },
};

const said = (figure: TrendFigure, value: number): string => {
  if (figure === 'offset') {
    const ms = Math.round(Math.abs(value));
    return ms === 0 ? 'on it' : `${ms} ms ${value < 0 ? 'early' : 'late'}`;
  }
  // A line through days may end below nothing, and no figure does.
  const some = Math.max(0, value);
  return figure === 'hold' ? oneDecimal(some) : whole(some);
};

/** "It went from 41 to 18 ms: 23 less (15 to 31)." */
export function changeWords({ figure, points, change }: Pick<Trend, 'figure' | 'points' | 'change'>): string {
  if (points.length === 0) return 'No take says anything of it yet.';
  if (change === null) return `Too few days to say: ${points.length} of five.`;
  if (!change.sure) return 'No change that can be named: days differ more than weeks do.';
  const { unit } = FIGURE_WORDS[figure];
  const [from, to] = [said(figure, change.from), said(figure, change.to)];
  const ends = figure === 'offset' ? `${from} to ${to}` : `${from} to ${to} ${unit}`;
  return `It went from ${ends}: ${changeBy(figure, change)}.`;
}

/** "41 to 18 ms, 23 less (15 to 31)"; empty where no change can be named. */
export function changeText({ figure, change }: Pick<Trend, 'figure' | 'change'>): string {
  if (!change?.sure) return '';
  const { unit } = FIGURE_WORDS[figure];
  const ends = `${said(figure, change.from)} to ${said(figure, change.to)}`;
  return `${ends}${figure === 'offset' ? '' : ` ${unit}`}, ${changeBy(figure, change)}`;
}

/** "23 less (15 to 31)". */
function changeBy(figure: TrendFigure, { change, ci95 }: NonNullable<Trend['change']>): string {
  const [low, high] = ci95.map(Math.abs).sort((a, b) => a - b);
  const less = change < 0;
  const by = figure === 'offset' ? (less ? 'earlier' : 'later') : less ? 'less' : 'more';
  const amount = (value: number) => (figure === 'hold' ? oneDecimal(value) : whole(value));
  return `${amount(Math.abs(change))} ${by} (${amount(low)} to ${amount(high)})`;
}

/** What changed most surely for the better, as a heading; else what was practised. */
export function trendHeadline(trends: readonly Trend[], minutes: number, days: number): string {
  const gained = trends.filter(({ figure, change }) => {
    const { better } = FIGURE_WORDS[figure];
    return change?.sure === true && better === (change.change < 0 ? 'less' : 'more');
  });
  const surest = gained.sort((a, b) => sureness(b) - sureness(a)).at(0);
  if (surest?.change) {
    const { name, unit } = FIGURE_WORDS[surest.figure];
    return `${name}: from ${said(surest.figure, surest.change.from)} to ${said(surest.figure, surest.change.to)} ${unit}.`;
  }
  if (days === 0) return 'Nothing was played in this time.';
  return `${whole(Math.max(1, minutes))} ${Math.round(minutes) <= 1 ? 'minute' : 'minutes'} on ${days === 1 ? 'one day' : `${days} days`}.`;
}

/** How many of its own half-widths a change is. */
const sureness = ({ change }: Trend): number =>
  change ? Math.abs(change.change) / Math.max(1e-9, (change.ci95[1] - change.ci95[0]) / 2) : 0;
