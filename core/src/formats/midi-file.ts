/** Reading a Standard MIDI File (SMF 1.0) as far as its events; what they mean is told elsewhere. */
import midiFile, { type MidiData } from 'midi-file';

export const MOST_MIDI_BYTES = 8 * 1024 * 1024;

/** @param isNone what a file so large is not, in words. @returns its events, or what is wrong with it and what to do. */
export function parseMidiFile(
  bytes: Uint8Array,
  isNone: string,
): { midi: MidiData; problem?: undefined } | { midi?: undefined; problem: string } {
  if (bytes.length > MOST_MIDI_BYTES)
    return { problem: `larger than 8 MB, which ${isNone} is. Choose a MIDI file (.mid).` };
  if (!isMidiFile(bytes))
    return { problem: 'not a MIDI file: it does not begin as one. Choose a MIDI file (.mid).' };
  if (!tracksAreWhole(bytes)) return { problem: 'cut short or damaged: a track is shorter than it says.' };
  try {
    return { midi: midiFile.parseMidi(bytes) };
  } catch {
    return { problem: 'damaged: its events cannot be read.' };
  }
}

/** By its first four bytes. */
export function isMidiFile(bytes: Uint8Array): boolean {
  return String.fromCharCode(...bytes.subarray(0, 4)) === 'MThd';
}

/** Chunk lengths against the file's own: a reader that trusts them would run on and on. */
function tracksAreWhole(bytes: Uint8Array): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let at = 0;
  let tracks = 0;
  while (at + 8 <= bytes.length) {
    const kind = String.fromCharCode(...bytes.subarray(at, at + 4));
    const length = view.getUint32(at + 4);
    if (at + 8 + length > bytes.length) return false;
    if (kind === 'MTrk') tracks++;
    at += 8 + length;
  }
  return bytes.length >= 14 && tracks >= view.getUint16(10) && tracks > 0;
}
