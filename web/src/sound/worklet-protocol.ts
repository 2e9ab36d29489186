/** What the page and the click worklet say to each other. */
import type { CountWords, ScheduledClick } from '@feldspar/core/sound';

export const CLICK_PROCESSOR = 'feldspar-clicks';

/** Something to be heard, whole, so that nothing later can hold a click up. */
export interface ClickSound {
  schedule: ScheduledClick[];
  /** The spoken words that it needs, at the context's rate. */
  words: CountWords;
  /** Timeline seconds after which it is over, or begins anew. */
  endS: number;
  loop: boolean;
}

export interface ClickOptions extends ClickSound {
  /** Seconds between the worklet's first block and time zero. */
  leadS: number;
}

/** Other music from the next block on, at the place where the old one was. */
export interface ClickChange extends ClickSound {
  /** How many times slower it is. */
  stretch: number;
}

export type WorkletMessage =
  /** The context frame of time zero; said again when a change moves it. A loop comes round every so many seconds. */
  | { type: 'zero'; frame: number; loopS: number | null }
  /** Four times a second; wakes the page even where timers are throttled. */
  | { type: 'pulse' }
  | { type: 'ended' };
