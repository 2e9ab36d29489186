import type { Profile } from '@feldspar/core/people';

/** A profile in which one thing is not said any more. */
export function without(profile: Profile, key: keyof Profile): Profile {
  const rest = { ...profile };
  delete rest[key];
  return rest;
}
