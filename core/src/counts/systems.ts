/**
 * Ways to name the parts of a counted beat; on the beat is its number. Common practice, no source.
 * Shares of the beat in lowest terms.
 */
export const SYSTEMS = {
  'e and a': { '1/4': 'e', '1/2': '&', '3/4': 'a', '1/3': 'trip', '2/3': 'let' },
  and: { '1/2': '&' },
  'la li': { '1/3': 'la', '2/3': 'li', '1/6': 'ta', '1/2': 'ta', '5/6': 'ta' },
} as const satisfies Record<string, Record<string, string>>;

export type SystemName = keyof typeof SYSTEMS;
/** One of the known ones, or own words for shares of the beat. */
export type System = SystemName | Readonly<Record<string, string>>;
