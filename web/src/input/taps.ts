/**
 * Taps: keys and pointers, each with the event's own time stamp. The handler may run hundreds of milliseconds late
 * on a busy page; `event.timeStamp` lies on the performance timeline and is when it happened.
 */
import type { TAKE_INPUTS } from '@feldspar/core/take';

export type TapInput = Exclude<
  (typeof TAKE_INPUTS)[number],
  'mixed' | 'microphone' | 'recording' | 'simulated'
>;

export interface Tap {
  stampMs: number;
  /** The side, "left" or "right", or the limb that it stands for. */
  voice?: string;
  input: TapInput;
  /** Which key or pointer it was, to know it when it is let go. */
  source: string;
  /** How hard, 0 to 1, where the input tells. */
  strength?: number;
  /** When it was let go; not yet, or never seen, while it is absent. */
  releasedMs?: number;
}

const KEYS: Record<string, 'left' | 'right' | 'either'> = { KeyF: 'left', KeyJ: 'right', Space: 'either' };

/** The tap of a key event, or null for other keys, held keys and shortcuts. */
export function tapOfKey(event: KeyboardEvent): Tap | null {
  const hand = KEYS[event.code];
  if (!hand || event.repeat || event.ctrlKey || event.metaKey || event.altKey) return null;
  return {
    stampMs: event.timeStamp,
    input: 'keys',
    source: event.code,
    ...(hand === 'either' ? {} : { voice: hand }),
  };
}

/** The tap of a pointer event on a surface: its left half is the left hand. */
export function tapOfPointer(
  event: Pick<PointerEvent, 'timeStamp' | 'clientX' | 'pointerType' | 'pointerId'>,
  surface: { left: number; width: number },
): Tap {
  return {
    stampMs: event.timeStamp,
    voice: event.clientX < surface.left + surface.width / 2 ? 'left' : 'right',
    input: event.pointerType === 'touch' ? 'touch' : 'pointer',
    source: pointerSource(event),
  };
}

export function pointerSource({ pointerId }: Pick<PointerEvent, 'pointerId'>): string {
  return `pointer ${pointerId}`;
}
