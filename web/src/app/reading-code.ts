/**
 * The reading's code comes as a piece of its own. It must be here before a take is played: the server may be gone
 * when the take ends.
 */
import { warmMeasuring } from '../workers/measure.ts';

export const loadReading = () => import('../screens/reading/Reading.tsx');
export const loadBeside = () => import('../screens/reading/Beside.tsx');

export async function prepareReading(): Promise<void> {
  await Promise.all([loadReading(), warmMeasuring()]);
}
