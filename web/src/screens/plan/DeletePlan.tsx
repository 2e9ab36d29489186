/** Deletes an own plan; it can be brought back for a moment, and its takes stay. */
import Button from '@mui/material/Button';
import { useNavigate } from 'react-router';
import { planAt } from '../../addresses/addresses.ts';
import { deleteThing, restoreThing } from '../../data/changes.ts';
import { undoable } from '../../parts/actions/undoable.tsx';

export function DeletePlan({ id, title }: { id: string; title: string }) {
  const navigate = useNavigate();
  const remove = () =>
    undoable({
      said: `Deleted: ${title}`,
      async run() {
        await deleteThing('plan', id, title);
        await navigate('/');
      },
      async undo() {
        await restoreThing('plan', id, title);
        await navigate(planAt(id));
      },
    });
  return (
    <Button onClick={() => void remove()} sx={{ color: 'text.secondary' }}>
      Delete this plan
    </Button>
  );
}
