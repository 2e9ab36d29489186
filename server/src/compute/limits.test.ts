/** What a worker thread may take, and what becomes of one that takes more. */
import { demoTake } from '../testing/documents.ts';
import { computeInThreads } from './measure.ts';

it('a computation that takes too long, or too much memory, is ended; the next one is answered', async () => {
  const worker = new URL('../testing/endless.worker.mjs', `file://${__filename}`).href;
  const compute = computeInThreads({ timeMs: 4000, memoryMb: 64 }, worker);
  const take = demoTake(1);
  await expect(compute.measure({ ...take, latencyMs: 1 })).rejects.toThrow(/takes longer than 4 s/);
  await expect(compute.measure({ ...take, latencyMs: 2 })).rejects.toThrow(
    /needs more than 64 MB|takes longer/,
  );
  await expect(compute.measure({ ...take, latencyMs: 0 })).resolves.toBe('measured');
  await compute.close();
}, 60_000);
