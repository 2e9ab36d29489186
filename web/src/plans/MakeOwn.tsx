/** A copy of the plan at its present tempo, as an own plan. */
import Button from '@mui/material/Button';
import type { Plan } from '@feldspar/core/plan';
import { useSnackbar } from 'notistack';
import { useNavigate } from 'react-router';
import { useSWRConfig } from 'swr';
import { request } from '../api/client.ts';

const LONGEST_TITLE = 160;

export function MakeOwn({ plan, disabled }: { plan: Plan; disabled: boolean }) {
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const { enqueueSnackbar } = useSnackbar();
  const copy = async () => {
    const id = crypto.randomUUID();
    try {
      await request('PUT', `/plans/${id}`, { ...plan, title: `${plan.title}, mine`.slice(0, LONGEST_TITLE) });
      void mutate('/plans');
      await navigate(`/plans/${id}`);
    } catch (error) {
      enqueueSnackbar((error as Error).message, { variant: 'error' });
    }
  };
  return (
    <Button variant="outlined" color="inherit" disabled={disabled} onClick={() => void copy()}>
      Make it my own
    </Button>
  );
}
