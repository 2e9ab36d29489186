import type { FluxPeak } from './flux.ts';

export interface Onset {
  /** From the first sample, in seconds. */
  timeS: number;
  /** Largest level of its attack, 0 to 1. */
  strength: number;
  /** 0 to 1: how far it stands over what it had to pass. */
  confidence: number;
  /** Of a held sound, once its end has been told: later than the onset itself. */
  endS?: number;
}

/** @param level the largest of its attack. */
export const onsetAt = (timeS: number, level: number, { flux, threshold }: FluxPeak): Onset => ({
  timeS,
  strength: Math.min(1, level),
  confidence: 1 - Math.exp(-(flux / threshold - 0.5)),
});
