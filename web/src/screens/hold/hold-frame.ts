/** The frame all hold charts of a player share: the same weeks, the same beats. Pure. */
import type { HoldGroup } from '@feldspar/core/wire';

const DAY_MS = 86_400_000;

export interface HoldFrame {
  fromMs: number;
  toMs: number;
  /** Whole weeks between ticks. */
  weekStep: number;
  mostBeats: number;
}

/** Four beats are a bar to most people: the scale ends on a multiple. One very long range leaves the picture at the top. */
const BAR = 4;

export function frameOf(groups: readonly Pick<HoldGroup, 'takes'>[]): HoldFrame {
  const takes = groups.flatMap((group) => group.takes);
  const times = takes.map(({ startedAt }) => new Date(startedAt).getTime());
  const beats = takes.map((take) => take.beats);
  const fromMs = Math.min(...times) - 2 * DAY_MS;
  const toMs = Math.max(...times) + 2 * DAY_MS;
  return {
    fromMs,
    toMs,
    weekStep: Math.max(1, Math.ceil((toMs - fromMs) / (7 * DAY_MS) / 6)),
    mostBeats: BAR * Math.ceil((1.6 * Math.max(0, ...beats) + 1) / BAR),
  };
}

export const WEEK_MS = 7 * DAY_MS;
