/** The hold in a sentence. Pure. */
import { plural } from '../../text/text.ts';
import type { HoldGroup } from '@feldspar/core/wire';

export function holdSentence(
  { beats, range, toleranceMs, why }: HoldGroup['recent'],
  who: string | null,
): string {
  const name = who ?? 'You';
  const s = who ? 's' : '';
  const within = `${Math.round(toleranceMs)} ms`;
  if (beats === null || range === null) return `Too little to say how long: ${why ?? 'nothing measured'}.`;
  if (beats === 0) return `${name} leave${s} ${within} within one beat, more often than one time in five.`;
  return `${name} hold${s} ${within} for about ${plural(beats, 'beat')} (${range[0]} to ${range[1]}).`;
}
