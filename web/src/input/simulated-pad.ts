/** The simulated pad: a program that strikes it. It gives what a MIDI input of the browser gives, stamped; all behind it is the real thing. */
import type { MidiSource } from './midi.ts';

/** General MIDI percussion: low and high bongo (GM level 1 percussion map). */
const NOTES = { left: 61, right: 60 } as const;
const HELD_MS = 60;

export interface SimulatedStroke {
  stampMs: number;
  voice?: string;
  /** 0 to 1. */
  strength: number;
}

export interface SimulatedPad extends MidiSource {
  /** Strikes at these moments, on the performance line. */
  play(strokes: readonly SimulatedStroke[]): void;
  stop(): void;
}

export function simulatedPad(): SimulatedPad {
  const timers = new Set<ReturnType<typeof setTimeout>>();
  let hearing: ((data: Uint8Array, stampMs: number) => void) | null = null;
  /** It may come late, as a real one's message may; its stamp is when it was struck. */
  function send(stampMs: number, bytes: number[]): void {
    const timer = setTimeout(
      () => {
        timers.delete(timer);
        hearing?.(Uint8Array.from(bytes), stampMs);
      },
      Math.max(0, stampMs - performance.now()),
    );
    timers.add(timer);
  }

  return {
    id: 'simulated pad',
    label: 'simulated pad',
    listen(hear) {
      hearing = hear;
      return () => (hearing = null);
    },
    play(strokes) {
      for (const { stampMs, voice, strength } of strokes) {
        const note = voice === 'left' ? NOTES.left : NOTES.right;
        const velocity = Math.max(1, Math.min(127, Math.round(127 * strength)));
        send(stampMs, [0x99, note, velocity]);
        send(stampMs + HELD_MS, [0x89, note, 0]);
      }
    },
    stop() {
      for (const timer of timers) clearTimeout(timer);
      timers.clear();
    },
  };
}
