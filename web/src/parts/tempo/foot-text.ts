/** What the taps of a foot came to, in words. */
import type { FootTempo } from '@feldspar/core/reference';
import { oneDecimal, plural } from '../../text/text.ts';

/** "12 taps: 99.6 ± 0.7 a minute, steady." */
export function footText(count: number, foot: FootTempo | null): string {
  if (!foot) return count === 0 ? '' : `${plural(count, 'tap')}: go on, three tell a tempo.`;
  const { taps, bpm, plusMinus, steadiness, missed, doubled } = foot;
  const rate =
    plusMinus === null ? `about ${Math.round(bpm)}` : `${oneDecimal(bpm)} ± ${oneDecimal(plusMinus)}`;
  const left = [
    ...(missed > 0 ? [`${missed} left out`] : []),
    ...(doubled > 0 ? [`${doubled} doubled`] : []),
  ];
  return (
    `${plural(taps, 'tap')}: ${rate} a minute` +
    (steadiness ? `, ${steadiness}` : '') +
    (left.length > 0 ? ` (${left.join(', ')})` : '') +
    '.'
  );
}
