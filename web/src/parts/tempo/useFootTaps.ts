/** Taps of a foot, finger or stick on a key or surface, each with its event's own stamp. */
import { type FootTempo, footTempo } from '@feldspar/core/reference';
import {
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
  useCallback,
  useMemo,
  useState,
} from 'react';

const MOST_KEPT = 80;

export interface FootTaps {
  count: number;
  foot: FootTempo | null;
  tap(stampMs: number): void;
  clear(): void;
  /** For the surface that is tapped: pointer, any letter, space or Enter, and the press of a screen reader. */
  surface: {
    onPointerDown(event: PointerEvent): void;
    onKeyDown(event: KeyboardEvent): void;
    onClick(event: MouseEvent): void;
  };
}

/** @param onTap told of the tempo after each tap. */
export function useFootTaps(onTap?: (foot: FootTempo | null) => void): FootTaps {
  const [taps, setTaps] = useState<number[]>([]);
  const foot = useMemo(() => footTempo(taps), [taps]);
  const tap = useCallback(
    (stampMs: number) => {
      const next = [...taps, stampMs].slice(-MOST_KEPT);
      setTaps(next);
      onTap?.(footTempo(next));
    },
    [taps, onTap],
  );
  const clear = useCallback(() => setTaps([]), []);
  return {
    count: taps.length,
    foot,
    tap,
    clear,
    surface: {
      onPointerDown(event) {
        if (event.button === 0) tap(event.timeStamp);
      },
      onKeyDown(event) {
        if (event.ctrlKey || event.metaKey || event.altKey) return;
        if (event.key.length > 1 && event.key !== 'Enter') return;
        event.preventDefault();
        if (!event.repeat) tap(event.timeStamp);
      },
      onClick(event) {
        // A press without a pointer comes from assistive technology; keys and pointers were heard above.
        if (event.detail === 0) tap(event.timeStamp);
      },
    },
  };
}
