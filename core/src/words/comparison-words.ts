/** Take against take in plain words: the tempo when alone, then how steady. */
import type { Comparison } from '../timing/index.ts';
import { fastSlow, oneDecimal, whole } from './numbers.ts';

export const comparisonSentences = ({ drift, spread }: Comparison): [string, string] => [
  driftWords(drift),
  spreadWords(spread),
];

function driftWords(drift: Comparison['drift']): string {
  if (!drift) return 'One of the two says too little about the tempo when alone to compare it.';
  const { change, first, second, ci95 } = drift;
  const both = `${fastSlow(first)} in the first, ${fastSlow(second)} in the second`;
  if (change === 'unclear')
    return `No clear change of tempo when alone: ${both}; the difference lies between ${signed(ci95[0])} and ${signed(ci95[1])} %.`;
  return `${change === 'nearer' ? 'Nearer to' : 'Further from'} the tempo when alone: ${both}.`;
}

function spreadWords(spread: Comparison['spread']): string {
  if (!spread) return 'One of the two has too few intervals to compare how steady they are.';
  const { change, ratio, ci95 } = spread;
  const percent = (of: number) => whole(100 * Math.abs(of - 1));
  const vary = `the intervals vary ${percent(ratio)} % ${ratio < 1 ? 'less' : 'more'}`;
  if (change === 'unclear') return `No clear change of steadiness: ${vary}, which chance can do.`;
  const [least, most] = ratio < 1 ? [ci95[1], ci95[0]] : ci95;
  return `${change === 'steadier' ? 'Steadier' : 'Less steady'}: ${vary} (${percent(least)} to ${percent(most)} %).`;
}

const signed = (percent: number) => `${percent > 0 ? '+' : ''}${oneDecimal(percent)}`;
