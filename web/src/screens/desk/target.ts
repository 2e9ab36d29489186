/** Where a settled tempo is sent: a plan, which opens at that tempo, or a take, which is then known by it. */
import { BPM_RANGE, saidTempo } from '@feldspar/core/plan';
import { NORMAL_BEAT, type Tempo, saidIn } from '@feldspar/core/time';

export type Target = { kind: 'plan' | 'take'; id: string };

export function targetOfAddress(search: URLSearchParams): Target | null {
  for (const kind of ['plan', 'take'] as const) {
    const id = search.get(kind);
    if (id) return { kind, id };
  }
  return null;
}

/** A tempo that a plan's document can hold: where its own note cannot, the quarter can. */
export function sendable(tempo: Tempo): Tempo {
  const fits = tempo.bpm.gte(BPM_RANGE.min) && tempo.bpm.lte(BPM_RANGE.max);
  return fits ? tempo : saidIn(tempo, NORMAL_BEAT);
}

export const saidForDocument = (tempo: Tempo) => saidTempo(sendable(tempo));
