/** A proposal as an agenda that can be kept: with keys, titles, and why. Pure. */
import type { Agenda, AgendaItem, ProposedItem } from '@feldspar/core/planner';
import { whyItem } from '@feldspar/core/words';

export function agendaOf(
  title: string,
  purpose: Agenda['purpose'],
  items: readonly ProposedItem[],
  by?: string,
): Agenda {
  return {
    ...{ format: 'feldspar-agenda', version: 1, title, purpose },
    ...(by === undefined ? {} : { by }),
    items: items.map(({ kind, minutes, due }, i): AgendaItem => {
      const key = `item-${i + 1}`;
      if (!due) return { key, kind, minutes, title: 'Break' };
      const { planId, title: of, tempo, reason } = due;
      return {
        ...{ key, kind, minutes, planId },
        title: kind === 'warm up' ? 'Warm up' : of,
        tempo: {
          bpm: tempo.bpm.d === 1n ? tempo.bpm.valueOf() : tempo.bpm.toFraction(),
          beat: tempo.beat.toFraction(),
        },
        why: whyItem(reason),
      };
    }),
  };
}
