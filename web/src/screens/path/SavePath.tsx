/** A path as a file that can be given to somebody else: the own plans it goes over travel with it. */
import Button from '@mui/material/Button';
import type { Path } from '@feldspar/core/paths';
import { readyPlanOf } from '@feldspar/core/practice';
import { fileNameOf } from '../../files/file-name.ts';
import { saveFile } from '../../files/save-file.ts';
import { plansOfPath } from './plans-of-path.ts';
import { useOnce } from '../../parts/actions/useOnce.ts';
import { say } from '../../parts/actions/say.ts';

export function SavePath({ path }: { path: Path }) {
  const { run, running } = useOnce(async () => {
    try {
      const whole = await withPlans(path);
      saveFile(fileNameOf(path, 'path.json'), 'application/json', JSON.stringify(whole, null, 2));
    } catch (error) {
      say((error as Error).message, { variant: 'error' });
    }
  });
  return (
    <Button disabled={running} onClick={() => void run()}>
      Save as a file
    </Button>
  );
}

async function withPlans(path: Path): Promise<Path> {
  const own = [...(await plansOfPath(path))].filter(([id]) => readyPlanOf(id) === null);
  return own.length === 0 ? path : { ...path, plans: Object.fromEntries(own) };
}
