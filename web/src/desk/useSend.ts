/** Sends a settled tempo on its way, and can take it back from a take. */
import type { SaidTempo } from '@feldspar/core/plan';
import type { Take } from '@feldspar/core/take';
import { type Tempo, tempoName } from '@feldspar/core/time';
import { useNavigate } from 'react-router';
import { useSWRConfig } from 'swr';
import { request } from '../api/client.ts';
import { isTakeList } from '../api/hooks.ts';
import { tempoQuery } from '../screens/play-address.ts';
import { useUndo } from '../shell/useUndo.tsx';
import { type Target, saidForDocument, sendable } from './target.ts';

/** @returns a function of the tempo and where it goes. */
export function useSend(): (tempo: Tempo, target: Target) => Promise<void> {
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const undoable = useUndo();
  const setTrue = async (id: string, trueTempo: SaidTempo | null) => {
    await request('PATCH', `/takes/${id}`, { trueTempo });
    await Promise.all([mutate(`/takes/${id}`), mutate(isTakeList)]);
  };
  return async (tempo, { kind, id }) => {
    if (kind === 'plan') {
      await navigate(`/plans/${id}?${tempoQuery(sendable(tempo))}`);
      return;
    }
    let before: SaidTempo | null = null;
    await undoable({
      async run() {
        before = (await request<Take>('GET', `/takes/${id}`)).trueTempo ?? null;
        await setTrue(id, saidForDocument(tempo));
      },
      said: `The log now says ${tempoName(tempo)}.`,
      undo: () => setTrue(id, before),
      undone: 'The log says what it said before.',
      alone: true,
    });
  };
}
