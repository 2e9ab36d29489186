/** The browser's MIDI, or why it cannot be had. */

/** What to do is in the message, which is for people. */
export class MidiProblem extends Error {
  override readonly name = 'MidiProblem';
}

/** @throws MidiProblem with the remedy. */
export async function midiAccess(): Promise<MIDIAccess> {
  if (!('requestMIDIAccess' in navigator))
    throw new MidiProblem('This browser has no MIDI. Use one that has, or another input.');
  try {
    return await navigator.requestMIDIAccess();
  } catch (error) {
    const { name, message } = error as Error;
    if (name === 'NotAllowedError' || name === 'SecurityError')
      throw new MidiProblem(
        'The browser does not let Feldspar use MIDI. Allow it for this page, by the sign beside the address, then try again.',
      );
    throw new MidiProblem(
      `MIDI cannot be used: ${message}. Plug the device in again, or choose another input.`,
    );
  }
}
