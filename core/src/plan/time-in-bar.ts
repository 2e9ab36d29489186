/** When a place inside a bar sounds: bars of a ramp are not even inside. */
import { barLength, secondsAlong, tempo } from '../time/index.ts';
import { isOnRecord, onRecord } from './on-record.ts';
import type { Plan } from './schema.ts';
import type { Bar } from './timeline.ts';

/**
 * @param i index into the timeline's bars.
 * @returns timeline seconds at a share of that bar, 0 at its beginning and 1 at its end.
 */
export function timeInBar(plan: Plan, bars: readonly Bar[], i: number): (share: number) => number {
  const { kind, section, meter, startS, endS } = bars[i];
  const { bars: count, tempo: ramp } = plan.sections[section];
  const here = plan.sections[section];
  if (kind !== 'countIn' && plan.record && isOnRecord(here)) {
    const first = firstOfSection(bars, i);
    const { along } = onRecord(here, plan.record);
    const beginsS = bars[first].startS;
    const barWhole = barLength(meter).valueOf();
    return (share) => beginsS + along(barWhole * (i - first + share));
  }
  if (kind === 'countIn' || ramp.toBpm === undefined) return (share) => startS + share * (endS - startS);
  const barWhole = barLength(meter).valueOf();
  const first = firstOfSection(bars, i);
  const along = secondsAlong(tempo(ramp.bpm, ramp.beat), tempo(ramp.toBpm, ramp.beat), barWhole * count);
  const beginsS = bars[first].startS;
  return (share) => beginsS + along(barWhole * (i - first + share));
}

function firstOfSection(bars: readonly Bar[], i: number): number {
  let first = i;
  while (first > 0 && bars[first - 1].kind === 'play' && bars[first - 1].section === bars[i].section) first--;
  return first;
}
