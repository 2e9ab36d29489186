/** Kinds of sound, as people name them. */
import type { SoundKind } from '@feldspar/core/hearing';

export const KIND_NAMES: Record<SoundKind, string> = {
  struck: 'claps, taps, drums',
  plucked: 'plucked strings',
  sustained: 'bowed or blown tones',
};
