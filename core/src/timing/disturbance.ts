/** Where the audio clock stepped during a take, and from which bar on the take can be trusted. */
import { z } from 'zod';
import { type Bar, barIndexAt } from '../plan/index.ts';

export const disturbanceSchema = z.object({
  timeS: z.number(),
  /** Time the sound lost (positive) or skipped (negative). */
  lostMs: z.number(),
});

export type Disturbance = z.infer<typeof disturbanceSchema>;

/**
 * The first bar after the last disturbance that fell into the bars played; null when nothing was disturbed, or when no
 * whole bar is left (then no bar can be trusted by itself: the disturbances say so).
 */
export function trustedFromBar(bars: readonly Bar[], disturbances: readonly Disturbance[]): number | null {
  const last = disturbances.reduce((latest, d) => Math.max(latest, d.timeS), -Infinity);
  if (last === -Infinity) return null;
  const next = bars.find((bar) => bar.kind === 'play' && bar.startS >= last);
  return next?.number ?? null;
}

export function disturbedBar(bars: readonly Bar[], timeS: number): number {
  return bars[barIndexAt(bars, timeS)].number;
}
