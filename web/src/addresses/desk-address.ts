/** Ways to the desk from elsewhere: what is to be settled lies on it, and the answer goes back to where one came from. */
import { type Plan, type SaidTempo, planTempo } from '@feldspar/core/plan';
import { type Meter, type Tempo, meterName, parseFraction, rateText, tempo } from '@feldspar/core/time';
import { METERS, START, atSpeed, clickOn, deskQuery, footOn } from './desk-state.ts';

export function deskOfPlan(id: string, plan: Plan): string {
  const { beats, unit } = plan.sections[0].meter;
  return deskWith({ plan: id }, planTempo(plan), { beats, unit: parseFraction(unit) });
}

/** The take's number stands as what somebody said. */
export function deskOfTake({ id, tempo: { bpm, beat } }: { id: string; tempo: SaidTempo }): string {
  const at = tempo(bpm, beat);
  return deskWith({ take: id }, at, START.meter, rateText(at.bpm));
}

function deskWith(target: Record<string, string>, at: Tempo, meter: Meter, said = ''): string {
  const known = METERS.includes(meterName(meter)) ? { meter } : {};
  const query = deskQuery(clickOn(footOn(atSpeed({ ...START, ...known, said }, at), at.beat), at.beat));
  for (const [kind, id] of Object.entries(target)) query.set(kind, id);
  return `/desk?${query.toString()}`;
}
