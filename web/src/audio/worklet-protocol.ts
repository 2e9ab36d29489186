/** What the page and the click worklet say to each other. */
import type { ScheduledClick } from '@feldspar/core/sound';

export const CLICK_PROCESSOR = 'feldspar-clicks';

/** Sent whole with the node's construction, so that nothing later can hold a click up. */
export interface ClickOptions {
  schedule: ScheduledClick[];
  /** Seconds between the worklet's first block and time zero. */
  leadS: number;
  /** Timeline seconds after which the worklet says `ended`. */
  endS: number;
}

export type WorkletMessage =
  /** The context frame of time zero. */
  | { type: 'zero'; frame: number }
  /** Four times a second; wakes the page even where timers are throttled. */
  | { type: 'pulse' }
  | { type: 'ended' };
