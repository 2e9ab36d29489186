/** What a studio knows of a player beside the name: how they are judged, how they count, where they belong. */
import { z } from 'zod';
import { SYSTEMS, type SystemName } from '../counts/index.ts';
import { LEVELS, type Level } from '../timing/index.ts';

export const MOST_GROUPS = 12;

/** Which click comes first: two schools that both have their reasons. */
export const SCHOOLS = ['backbeat first', 'sparse clicks first'] as const;
export const SIDES = ['right', 'left'] as const;
/** Notes in which people think a tempo. */
export const THOUGHT_IN = ['1/8', '1/4', '3/8', '1/2'] as const;
/** Signs of one's own, told apart by shape alone. */
export const MARKS = [
  ...(['seam', 'vein', 'grain', 'strata', 'facet', 'twin'] as const),
  ...(['druse', 'fold', 'fault', 'lens', 'plume', 'cleft'] as const),
] as const;
export type Mark = (typeof MARKS)[number];

export const groupName = z
  .string()
  .trim()
  .min(1, 'give the class a name')
  .max(60, 'the name of a class has at most 60 characters');

export const profileSchema = z.strictObject({
  /** Sets how strictly takes are judged. */
  level: z.enum(Object.keys(LEVELS) as [Level, ...Level[]]).optional(),
  school: z.enum(SCHOOLS).optional(),
  hand: z.enum(SIDES).optional(),
  foot: z.enum(SIDES).optional(),
  thinksIn: z.enum(THOUGHT_IN).optional(),
  counts: z.enum(Object.keys(SYSTEMS) as [SystemName, ...SystemName[]]).optional(),
  mark: z.enum(MARKS).optional(),
  /** Classes and groups, by name. */
  groups: z
    .array(groupName)
    .max(MOST_GROUPS, `a player is in at most ${MOST_GROUPS} classes`)
    .refine((groups) => new Set(groups).size === groups.length, 'a class is named twice')
    .optional(),
  /** Not here any more: out of the lists, with everything kept. */
  archived: z.boolean().optional(),
});
export type Profile = z.infer<typeof profileSchema>;

/** The sign of whoever has chosen none: by the id, so that it stays. */
export function markOf({ id, profile }: { id: string; profile: Profile }): Mark {
  if (profile.mark) return profile.mark;
  const sum = [...id].reduce((all, letter) => (31 * all + letter.charCodeAt(0)) % 65_521, 0);
  return MARKS[sum % MARKS.length];
}
