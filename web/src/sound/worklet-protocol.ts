/** What the page and the click worklet say to each other. */
import type { RecordOnTimeline } from '@feldspar/core/plan';
import { type CountWords, type RecordSound, type ScheduledClick, channelsOf } from '@feldspar/core/sound';

export const CLICK_PROCESSOR = 'feldspar-clicks';

/** Something to be heard, whole, so that nothing later can hold a click up. */
export interface ClickSound {
  schedule: ScheduledClick[];
  /** The spoken words that it needs, at the context's rate. */
  words: CountWords;
  /** Timeline seconds after which it is over, or begins anew. */
  endS: number;
  loop: boolean;
  /** What is played along with; its samples lie in memory that page and audio thread share. */
  record?: { on: RecordOnTimeline; sound: RecordSound };
}

export interface ClickOptions extends ClickSound {
  /** Seconds between the first block after it was told to begin and time zero. */
  leadS: number;
  /** Where the frame of time zero is told to other threads: the buffer of a `TimeZero`. */
  zero?: SharedArrayBuffer | undefined;
}

/** Other music from the next block on, at the place where the old one was. */
export interface ClickChange extends ClickSound {
  /** How many times slower it is. */
  stretch: number;
}

/** What the page says to the worklet. */
export type ClickMessage = ClickChange | 'begin' | 'stop';

export type WorkletMessage =
  /** The context frame of time zero; said again when a change moves it. A loop comes round every so many seconds. */
  | { type: 'zero'; frame: number; loopS: number | null }
  /** Four times a second; wakes the page even where timers are throttled. */
  | { type: 'pulse' }
  | { type: 'ended' };

/** What each channel is to play: one for both ears, or two where clicks or the record have sides. */
export function schedulesOf({ schedule, record }: ClickSound): ScheduledClick[][] {
  const clicks = channelsOf(schedule);
  const sides = record?.sound.channels.length ?? 1;
  return clicks.length < sides ? [schedule, schedule] : clicks;
}
