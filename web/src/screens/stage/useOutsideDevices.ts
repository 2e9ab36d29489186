/** What plays along with a take from outside: a device that keeps with the plan by MIDI, and the simulated pad. */
import type { Plan } from '@feldspar/core/plan';
import { useEffect } from 'react';
import { rig } from '../../device/rig-store.ts';
import { sendPlan } from '../../sound/midi-sender.ts';
import type { StageInputs } from '../../parts/listening/inputs.ts';
import type { Session } from './session.ts';

export function useOutsideDevices(session: Session | null, inputs: StageInputs | null, plan: Plan): void {
  useEffect(() => {
    if (session && inputs?.sink)
      return sendPlan(inputs.sink, rig().midiOut, plan, session.timeline, session.stampOf);
  }, [session, inputs, plan]);

  // The simulated pad plays as soon as it is known when.
  useEffect(() => {
    const pad = inputs?.pad;
    if (!session || !pad) return;
    const timer = setInterval(() => {
      if (session.stampOf(0) === null) return;
      clearInterval(timer);
      pad(session.timeline, (timelineS) => session.stampOf(timelineS)!);
    }, 50);
    return () => clearInterval(timer);
  }, [session, inputs]);
}
