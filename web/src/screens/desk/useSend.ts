/** Sends a settled tempo on its way, and can take it back from a take. */
import type { SaidTempo } from '@feldspar/core/plan';
import { type Tempo, tempoName } from '@feldspar/core/time';
import { useNavigate } from 'react-router';
import { askFor } from '../../data/wire/client.ts';
import { changeTake } from '../../data/change-take.ts';
import { flush, waitingChanges } from '../../data/outbox/outbox.ts';
import { overTake, waitingTake } from '../../data/outbox/overlay.ts';
import { tempoQuery } from '../../addresses/play-address.ts';
import { undoable } from '../../parts/actions/undoable.tsx';
import { type Target, saidForDocument, sendable } from './target.ts';

/** @returns a function of the tempo and where it goes. */
export function useSend(): (tempo: Tempo, target: Target) => Promise<void> {
  const navigate = useNavigate();
  return async (tempo, { kind, id }) => {
    if (kind === 'plan') {
      await navigate(`/plans/${id}?${tempoQuery(sendable(tempo))}`);
      return;
    }
    let before: SaidTempo | null = null;
    let title = '';
    await undoable({
      async run() {
        const take = waitingTake(waitingChanges(), id) ?? (await askFor('GET /takes/:id', { id }));
        before = overTake(waitingChanges(), take).trueTempo ?? null;
        title = take.plan.title;
        await changeTake(id, title, { trueTempo: saidForDocument(tempo) });
        await flush();
      },
      said: `The log now says ${tempoName(tempo)}.`,
      async undo() {
        await changeTake(id, title, { trueTempo: before });
        await flush();
      },
      undone: 'The log says what it said before.',
      alone: true,
    });
  };
}
