import type { Trials } from './trials-schema.ts';

export const trialCount = ({ good, early, late, uneven }: Omit<Trials, 'of' | 'why'>): number =>
  good + early + late + uneven;
