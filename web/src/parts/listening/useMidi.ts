/** MIDI while a screen stands: notes where they are wanted; pedals always, so that hands stay on the instrument. */
import { useEffect, useRef } from 'react';
import { type HandsFree, rig } from '../../device/rig-store.ts';
import {
  type MidiEvent,
  type MidiSource,
  Pedals,
  chosenOf,
  listenToMidi,
  openMidi,
} from '../../input/midi.ts';

interface UseMidiOptions {
  /** A real device was chosen: its pedals are heard before the start too. */
  chosen: boolean;
  /** Those that are played on. */
  sources: readonly MidiSource[] | null;
  isPlaying: boolean;
  onEvent?(event: MidiEvent): unknown;
  onPedal(action: HandsFree): unknown;
}

export function useMidi(options: UseMidiOptions): void {
  const latest = useRef(options);
  useEffect(() => {
    latest.current = options;
  });
  const { chosen, sources, isPlaying } = options;

  useEffect(() => {
    let end: (() => void) | null = null;
    let over = false;
    const pedals = new Pedals();
    const hear = (event: MidiEvent) => {
      const deed = event.type === 'on' ? rig().midi.deeds[event.note] : undefined;
      if (deed) return latest.current.onPedal(deed);
      if (event.type !== 'control') return latest.current.onEvent?.(event);
      const action = rig().midi.pedals[event.control];
      if (pedals.isPressed(event) && action) latest.current.onPedal(action);
    };
    const begin = (found: readonly MidiSource[]) => {
      if (!over) end = listenToMidi(found, hear);
    };
    if (isPlaying && sources) begin(sources);
    else if (chosen)
      // The start says what is wrong with it.
      openMidi()
        .then((found) => begin(chosenOf(found, rig().midi.id)))
        .catch(() => undefined);
    return () => {
      over = true;
      end?.();
    };
  }, [chosen, sources, isPlaying]);
}
