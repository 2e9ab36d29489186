/** Ways of playing in, and kinds of sound, as people name them. */
import type { MidiPart } from '@feldspar/core/formats';
import type { SoundKind } from '@feldspar/core/hearing';
import type { StrokeKind } from '@feldspar/core/players';
import type { TAKE_INPUTS } from '@feldspar/core/take';

export const SOUND_KIND_NAMES: Record<SoundKind, string> = {
  struck: 'claps, taps, drums',
  plucked: 'plucked strings',
  sustained: 'bowed or blown tones',
  pulsed: 'pulses of the breath in a long tone',
};

/** What a take that was not tapped is marked with. */
export const INPUT_CHIPS: Partial<Record<(typeof TAKE_INPUTS)[number], string>> = {
  recording: 'recording',
  microphone: 'microphone',
  midi: 'MIDI',
  simulated: 'simulated player',
};

/** Sounds of simulated players. */
export const STROKE_NAMES: Record<StrokeKind, string> = {
  clap: 'claps',
  wood: 'wood',
  drum: 'drum',
  plucked: 'plucked strings',
  muted: 'muted strings',
  bowed: 'bowed tones',
  blown: 'blown tones',
  breath: 'breath pulses in a long tone',
};

/** "Left hand, channel 1", or "track 2, channel 10". */
export function midiPartName({ track, channel, name }: MidiPart): string {
  return `${name || `track ${track}`}, channel ${channel}`;
}
