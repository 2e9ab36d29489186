/** Sends a settled tempo on its way, and can take it back from a take. */
import Button from '@mui/material/Button';
import type { SaidTempo } from '@feldspar/core/plan';
import { type Tempo, tempoName } from '@feldspar/core/time';
import { useSnackbar } from 'notistack';
import { useNavigate } from 'react-router';
import { useSWRConfig } from 'swr';
import { request } from '../api/client.ts';
import { isTakeList } from '../api/hooks.ts';
import { tempoQuery } from '../screens/play-address.ts';
import { type Target, saidForDocument, sendable } from './target.ts';

export function useSend(): (tempo: Tempo, target: Target, before: SaidTempo | null) => Promise<void> {
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();

  const setTrue = async (id: string, trueTempo: SaidTempo | null) => {
    await request('PATCH', `/takes/${id}`, { trueTempo });
    await Promise.all([mutate(`/takes/${id}`), mutate(isTakeList)]);
  };

  return async (tempo, { kind, id }, before) => {
    if (kind === 'plan') {
      await navigate(`/plans/${id}?${tempoQuery(sendable(tempo))}`);
      return;
    }
    const say = (text: string, variant: 'success' | 'error', action?: () => void) => {
      // An older message's undo would go back further than it says.
      closeSnackbar();
      enqueueSnackbar(text, {
        variant,
        ...(action
          ? {
              autoHideDuration: 12_000,
              action: (
                <Button color="inherit" onClick={action}>
                  Undo
                </Button>
              ),
            }
          : {}),
      });
    };
    const attempt = async (next: SaidTempo | null, said: string, undo?: () => void) => {
      try {
        await setTrue(id, next);
        say(said, 'success', undo);
      } catch (error) {
        say((error as Error).message, 'error');
      }
    };
    await attempt(saidForDocument(tempo), `The log now says ${tempoName(tempo)}.`, () => {
      void attempt(before, 'The log says what it said before.');
    });
  };
}
