import type { Player } from '@feldspar/core/wire';

/** "Mia, cello". */
export const playerText = ({ name, instrument }: Pick<Player, 'name' | 'instrument'>): string =>
  instrument ? `${name}, ${instrument}` : name;
