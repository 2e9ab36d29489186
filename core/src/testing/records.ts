/** Records for tests: beats whose time wavers, as a plan carries them. */
import type { PlanRecord } from '../plan/index.ts';

/** @param timeOf seconds of a beat. */
export function recordOf(
  count: number,
  timeOf: (beat: number) => number,
  change: Partial<PlanRecord> = {},
): PlanRecord {
  return {
    recordingId: '5b1f3c1e-5d0e-4a39-9a57-3d1f6f7b2c10',
    name: 'A made-up record',
    beats: Array.from({ length: count }, (_, beat) => Number(timeOf(beat).toFixed(6))),
    bars: [{ beat: 0, beats: 4, unit: '1/4' }],
    ...change,
  };
}
