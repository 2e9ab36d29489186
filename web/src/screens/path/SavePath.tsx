/** A path as a file that can be given to somebody else: the own plans it goes over travel with it. */
import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';
import type { Path } from '@feldspar/core/paths';
import { readyPlanOf } from '@feldspar/core/practice';
import { waitingChanges } from '../../data/outbox/outbox.ts';
import { waitingPlan } from '../../data/outbox/overlay.ts';
import { askFor } from '../../data/wire/client.ts';
import { fileNameOf } from '../../files/file-name.ts';
import { saveFile } from '../../files/save-file.ts';
import { useOnce } from '../../parts/actions/useOnce.ts';

export function SavePath({ path }: { path: Path }) {
  const { enqueueSnackbar } = useSnackbar();
  const { run, running } = useOnce(async () => {
    try {
      const whole = await withPlans(path);
      saveFile(fileNameOf(path, 'path.json'), 'application/json', JSON.stringify(whole, null, 2));
    } catch (error) {
      enqueueSnackbar((error as Error).message, { variant: 'error' });
    }
  });
  return (
    <Button disabled={running} onClick={() => void run()}>
      Save as a file
    </Button>
  );
}

async function withPlans(path: Path): Promise<Path> {
  const ids = [...new Set(path.steps.map(({ planId }) => planId))].filter((id) => readyPlanOf(id) === null);
  if (ids.length === 0) return path;
  const plans = await Promise.all(
    ids.map(async (id) => {
      const { document } = waitingPlan(waitingChanges(), id) ?? (await askFor('GET /plans/:id', { id }));
      return [id, document] as const;
    }),
  );
  return { ...path, plans: Object.fromEntries(plans) };
}
