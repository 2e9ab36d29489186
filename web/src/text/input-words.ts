/** Ways of playing in, and kinds of sound, as people name them. */
import type { SoundKind } from '@feldspar/core/hearing';
import type { TAKE_INPUTS } from '@feldspar/core/take';

export const SOUND_KIND_NAMES: Record<SoundKind, string> = {
  struck: 'claps, taps, drums',
  plucked: 'plucked strings',
  sustained: 'bowed or blown tones',
};

/** What a take that was not tapped is marked with. */
export const INPUT_CHIPS: Partial<Record<(typeof TAKE_INPUTS)[number], string>> = {
  recording: 'recording',
  microphone: 'microphone',
  midi: 'MIDI',
  simulated: 'simulated player',
};
