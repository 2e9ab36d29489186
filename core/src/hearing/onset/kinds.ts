/**
 * Struck: claps, taps, drums. Plucked: strings, plucked or muted. Sustained: bowed and blown, without an attack to speak of. Pulsed: the breath's
 * pulses inside one long tone, which nobody but the player can tell from a tone that is unsteady: never chosen by itself.
 */
export const SOUND_KINDS = ['struck', 'plucked', 'sustained', 'pulsed'] as const;
export type SoundKind = (typeof SOUND_KINDS)[number];
