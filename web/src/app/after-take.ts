/**
 * Where a take leads when it ends: its reading, the log, the plan. Each is code that comes as a piece of its own, and must be here
 * before a take is played: the server may be gone when the take ends.
 */
export const loadReading = () => import('../screens/reading/Reading.tsx');
export const loadBeside = () => import('../screens/reading/Beside.tsx');
export const loadLog = () => import('../screens/log/Log.tsx');
export const loadPlan = () => import('../screens/plan/PlanScreen.tsx');

export async function prepareReading(): Promise<void> {
  const warm = import('../workers/measure.ts').then(({ warmMeasuring }) => warmMeasuring());
  await Promise.all([loadReading(), loadLog(), loadPlan(), warm]);
}
