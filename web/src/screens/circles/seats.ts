/** Who sits in a circle, and in which order. Pure. */
import type { Seat } from '@feldspar/core/circle';
import type { Player } from '@feldspar/core/wire';

/** Those of a class, by name. */
export const seatsOf = (players: readonly Player[], group: string): Seat[] =>
  players
    .filter(({ profile }) => (profile.groups ?? []).includes(group))
    .map(({ id, name }) => ({ name, playerId: id }));

/** In an order by lot (Fisher and Yates, as in Knuth, The Art of Computer Programming 2, 3.4.2). @param random from 0 to 1. */
export function drawn<Item>(items: readonly Item[], random: () => number): Item[] {
  const order = [...items];
  for (let i = order.length - 1; i > 0; i--) {
    const other = Math.floor(random() * (i + 1));
    [order[i], order[other]] = [order[other], order[i]];
  }
  return order;
}
