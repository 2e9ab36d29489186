/** The one tempo of a take: what it really was, or the plan's; null where the plan has several or a ramp. */
import { type Take, takeTempo } from '@feldspar/core/take';
import { type Tempo, quartersPerMinute, tempo } from '@feldspar/core/time';

export function onlyTempo(take: Pick<Take, 'plan' | 'trueTempo'>): Tempo | null {
  const { sections } = take.plan;
  if (sections.some((section) => section.tempo.toBpm !== undefined)) return null;
  const speeds = sections.map((section) => quartersPerMinute(tempo(section.tempo.bpm, section.tempo.beat)));
  return speeds.every((speed) => speed.equals(speeds[0])) ? takeTempo(take) : null;
}
