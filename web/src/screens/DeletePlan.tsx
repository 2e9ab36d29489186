/** Deletes an own plan; it can be brought back for a moment, and its takes stay. */
import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';
import { useNavigate } from 'react-router';
import { useSWRConfig } from 'swr';
import { request } from '../api/client.ts';
import type { Page, StoredPlan } from '../api/types.ts';

export function DeletePlan({ id, title }: { id: string; title: string }) {
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  const attempt = async (method: 'DELETE' | 'POST', path: string): Promise<boolean> => {
    try {
      await request(method, path);
      return true;
    } catch (error) {
      enqueueSnackbar((error as Error).message, { variant: 'error' });
      return false;
    }
  };
  const undo = async () => {
    closeSnackbar();
    if (!(await attempt('POST', `/plans/${id}/restore`))) return;
    void mutate('/plans');
    await navigate(`/plans/${id}`);
  };
  const remove = async () => {
    if (!(await attempt('DELETE', `/plans/${id}`))) return;
    // The bench must not show it for the moment until the server's list is read again.
    await mutate<Page<StoredPlan>>(
      '/plans',
      (list) => list && { ...list, items: list.items.filter((plan) => plan.id !== id) },
    );
    await navigate('/');
    enqueueSnackbar(`Deleted: ${title}`, {
      autoHideDuration: 12_000,
      action: (
        <Button color="inherit" onClick={() => void undo()}>
          Undo
        </Button>
      ),
    });
  };
  return (
    <Button color="inherit" onClick={() => void remove()} sx={{ color: 'text.secondary' }}>
      Delete this plan
    </Button>
  );
}
