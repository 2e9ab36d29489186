/** Deletes an own plan; it can be brought back for a moment, and its takes stay. */
import Button from '@mui/material/Button';
import { useNavigate } from 'react-router';
import { useSWRConfig } from 'swr';
import { request } from '../api/client.ts';
import type { Page, StoredPlan } from '../api/types.ts';
import { useUndo } from '../shell/useUndo.tsx';

export function DeletePlan({ id, title }: { id: string; title: string }) {
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const undoable = useUndo();
  const remove = () =>
    undoable({
      said: `Deleted: ${title}`,
      async run() {
        await request('DELETE', `/plans/${id}`);
        // The bench must not show it for the moment until the server's list is read again.
        await mutate<Page<StoredPlan>>(
          '/plans',
          (list) => list && { ...list, items: list.items.filter((plan) => plan.id !== id) },
        );
        await navigate('/');
      },
      async undo() {
        await request('POST', `/plans/${id}/restore`);
        void mutate('/plans');
        await navigate(`/plans/${id}`);
      },
    });
  return (
    <Button color="inherit" onClick={() => void remove()} sx={{ color: 'text.secondary' }}>
      Delete this plan
    </Button>
  );
}
