/** Letting go of the sound that the studio keeps: a copy stays in this browser for as long as it can be taken back. */
import { useSWRConfig } from 'swr';
import { keepSound } from '../../device/sounds.ts';
import { sendSound } from '../../data/uploads.ts';
import { askFor } from '../../data/wire/client.ts';
import { undoable } from '../../parts/actions/undoable.tsx';

export function useDropSound(id: string): () => Promise<boolean> {
  const { mutate } = useSWRConfig();
  return () =>
    undoable({
      said: 'The studio keeps the sound no longer; this browser does',
      async run() {
        const answer = await fetch(`/api/recordings/${id}/sound`);
        if (!answer.ok) throw new Error('The sound cannot be fetched from the studio. It stays there.');
        await keepSound({ id, blob: await answer.blob(), send: false });
        await askFor('DELETE /recordings/:id/sound', { id });
        await mutate(`/recordings/${id}`);
      },
      undo: () => sendSound(id),
    });
}
