import type { Profile } from '@feldspar/core/people';
import type { Player } from '@feldspar/core/wire';

/** Every class that somebody is in, by name. */
export const classesOf = (players: readonly Pick<Player, 'profile'>[]): string[] =>
  [...new Set(players.flatMap(({ profile }) => profile.groups ?? []))].sort();

/** A profile in which one thing is not said any more. */
export function without(profile: Profile, key: keyof Profile): Profile {
  const rest = { ...profile };
  delete rest[key];
  return rest;
}
