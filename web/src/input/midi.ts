/**
 * MIDI in: notes as taps with the event's own time stamp, on the same line as those of keys (Web MIDI API: high resolution time), how hard
 * they were struck, and when they were let go. Controllers, pedals among them, are told apart from notes.
 */
import { MidiProblem, midiAccess } from '../device/midi-access.ts';
import type { Line } from '../device/rig-store.ts';
import type { Tap } from './taps.ts';

/** A MIDI input of the browser, or the simulated pad. */
export interface MidiSource {
  readonly id: string;
  readonly label: string;
  /** @returns what ends it. */
  listen(hear: (data: Uint8Array | null, stampMs: number) => void): () => void;
}

export type MidiEvent =
  | { type: 'on'; note: number; velocity: number; stampMs: number; source: string }
  | { type: 'off'; note: number; stampMs: number; source: string }
  | { type: 'control'; control: number; value: number; stampMs: number };

const NOTE_OFF = 0x80;
const NOTE_ON = 0x90;
const CONTROL = 0xb0;

/** @returns null for messages that say nothing of notes or controllers (MIDI 1.0 detailed specification, channel voice messages). */
export function midiEvent(data: Uint8Array | null, stampMs: number): MidiEvent | null {
  if (!data || data.length < 3) return null;
  const [status, first, second] = data;
  const kind = status & 0xf0;
  const source = `midi ${status & 0x0f} ${first}`;
  // A note struck with no force is one let go.
  if (kind === NOTE_ON && second > 0)
    return { type: 'on', note: first, velocity: second / 127, stampMs, source };
  if (kind === NOTE_OFF || kind === NOTE_ON) return { type: 'off', note: first, stampMs, source };
  return kind === CONTROL ? { type: 'control', control: first, value: second, stampMs } : null;
}

/** @param sides which line a note is; by its number. */
export function tapOfNote(
  { note, velocity, stampMs, source }: Extract<MidiEvent, { type: 'on' }>,
  sides: Readonly<Record<string, Line>>,
): Tap {
  const voice = sides[note];
  return { stampMs, input: 'midi', source, strength: velocity, ...(voice ? { voice } : {}) };
}

/** A pedal is down from the middle of its way on, and told of once, when it gets there. */
export class Pedals {
  private readonly down = new Set<number>();

  /** @returns true where this message presses it. */
  isPressed({ control, value }: Extract<MidiEvent, { type: 'control' }>): boolean {
    const was = this.down.has(control);
    if (value >= 64) this.down.add(control);
    else this.down.delete(control);
    return value >= 64 && !was;
  }
}

/** @throws MidiProblem with the remedy. */
export async function openMidi(): Promise<MidiSource[]> {
  const { inputs } = await midiAccess();
  return [...inputs.values()].map(sourceOf);
}

/** @param id of the device; empty for all. @throws MidiProblem where it is not plugged in. */
export function chosenOf(sources: readonly MidiSource[], id: string): MidiSource[] {
  const chosen = id === '' ? [...sources] : sources.filter((source) => source.id === id);
  if (chosen.length === 0)
    throw new MidiProblem(
      id === ''
        ? 'No MIDI device is plugged in. Plug one in, or choose another input.'
        : 'The MIDI device that was chosen is not plugged in. Plug it in, or choose another under Sound and inputs.',
    );
  return chosen;
}

function sourceOf(input: MIDIInput): MidiSource {
  return {
    id: input.id,
    label: input.name || 'MIDI device',
    listen(hear) {
      const onMessage = ({ data, timeStamp }: MIDIMessageEvent) => hear(data, timeStamp);
      input.addEventListener('midimessage', onMessage);
      // Only setting a handler opens the port by itself.
      void input.open();
      return () => input.removeEventListener('midimessage', onMessage);
    },
  };
}

/** Hears several as one. @returns what ends it. */
export function listenToMidi(
  sources: readonly MidiSource[],
  onEvent: (event: MidiEvent) => void,
): () => void {
  const ends = sources.map((source) =>
    source.listen((data, stampMs) => {
      const event = midiEvent(data, stampMs);
      if (event) onEvent(event);
    }),
  );
  return () => ends.forEach((end) => end());
}
