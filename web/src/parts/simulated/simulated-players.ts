/** Kinds of simulated player to choose from when one is to try a plan. */
import { type PlayerTraits, STEADY_PLAYER } from '@feldspar/core/players';

export const SIMULATED_PLAYERS: { name: string; traits: PlayerTraits }[] = [
  { name: 'steady', traits: STEADY_PLAYER },
  { name: 'hurries alone', traits: { ...STEADY_PLAYER, tempoPercent: 1.8 } },
  { name: 'drags alone', traits: { ...STEADY_PLAYER, tempoPercent: -1.8, offsetMs: 10 } },
  {
    name: 'beginner',
    traits: {
      ...STEADY_PLAYER,
      clockSdMs: 26,
      handSdMs: 15,
      correction: 0.3,
      offsetMs: -35,
      missChance: 0.03,
      extraChance: 0.02,
    },
  },
];
