/** The people of the demo: a small made-up studio, eight players at different stages, each with a path and a way of playing. */
import type { Profile } from '@feldspar/core/people';
import type { PlayerTraits } from '@feldspar/core/players';
import type { Level } from '@feldspar/core/timing';

export interface DemoPlayer {
  name: string;
  instrument: string;
  /** Title of the ready path they walk. */
  path: string;
  /** Titles of plans they play beside it, now and then. */
  beside: string[];
  daysAWeek: number;
  takesADay: number;
  /** How strictly they are judged; as usual where it is left out. */
  level?: Level;
  /** What else is known of them. */
  profile: Profile;
  /** Days before today without practice, from and to. */
  pause?: [number, number];
  /** Traits at a moment. @param along 0 at the first day, 1 today. @param quarterBpm how fast it is. */
  plays(along: number, quarterBpm: number): Partial<PlayerTraits>;
}

const between = (from: number, to: number, along: number) => from + (to - from) * along;

export const PEOPLE: readonly DemoPlayer[] = [
  {
    // Gets better week by week, and is promoted.
    name: 'Ottilie Brandt',
    instrument: 'cello',
    profile: { school: 'backbeat first', groups: ['Thursday circle'], thinksIn: '1/4', mark: 'fold' },
    path: 'Backbeat first',
    beside: ['Growing silence', 'Thinning and back'],
    ...{ daysAWeek: 3, takesADay: 1 },
    plays: (along) => ({
      tempoPercent: between(1.8, 0.1, along),
      clockSdMs: between(15, 6, along),
      ...{ handSdMs: 8, correction: 0.4, offsetMs: between(-12, -6, along), missChance: 0.004 },
    }),
  },
  {
    name: 'Ruben Asante',
    instrument: 'marimba',
    profile: { level: 'advanced', school: 'sparse clicks first', groups: ['Thursday circle'], mark: 'twin' },
    path: 'Sparse clicks first',
    beside: ['Growing silence', 'Every seventh beat', 'Stop time'],
    ...{ daysAWeek: 3, takesADay: 1 },
    plays: (along) => ({
      tempoPercent: between(0.9, 0.2, along),
      clockSdMs: between(9, 5, along),
      ...{ handSdMs: 4, correction: 0.45, offsetMs: between(-12, -6, along), missChance: 0 },
    }),
  },
  {
    // Drags, less and less.
    name: 'Linnea Sørby',
    instrument: 'accordion',
    profile: { groups: ['Saturday duo'], counts: 'and', mark: 'plume' },
    path: 'Slow six',
    beside: ['Growing silence', 'Half, double, and back'],
    ...{ daysAWeek: 3, takesADay: 1 },
    level: 'beginner',
    plays: (along) => ({
      tempoPercent: between(-1.8, -0.5, along),
      clockSdMs: between(16, 9, along),
      ...{ handSdMs: 9, correction: 0.4, offsetMs: 12, missChance: 0.006 },
    }),
  },
  {
    // Hurries wherever it is slow, and only there.
    name: 'Mateo Quill',
    instrument: 'cajón',
    profile: { hand: 'left', groups: ['Thursday circle'], mark: 'fault' },
    path: 'One click a bar',
    beside: ['The shifted groove', 'Growing silence'],
    ...{ daysAWeek: 2, takesADay: 1 },
    plays: (along, quarterBpm) => ({
      tempoPercent: quarterBpm < 96 ? 3.2 : 0.2,
      clockSdMs: between(9, 6, along),
      ...{ handSdMs: 5, correction: quarterBpm < 96 ? 0.2 : 0.5, offsetMs: -6, missChance: 0.002 },
    }),
  },
  {
    // Stuck: neither holds it nor loses it, and has not got better for weeks.
    name: 'Hana Wells',
    instrument: 'flute',
    profile: { school: 'sparse clicks first', groups: ['Saturday duo'], mark: 'lens' },
    path: 'Sparse clicks first',
    beside: ['Every beat'],
    ...{ daysAWeek: 3, takesADay: 1 },
    plays: (along) => ({
      tempoPercent: along < 0.3 ? 0.6 : 1.1,
      clockSdMs: along < 0.3 ? 10 : 13,
      ...{ handSdMs: 10, correction: 0.4, offsetMs: -12, missChance: 0.01 },
    }),
  },
  {
    // Back after a pause.
    name: 'Tomasz Vale',
    instrument: 'marimba',
    profile: { level: 'usual', mark: 'druse' },
    path: 'Groupings',
    beside: ['Off the beat and back', 'Dotted quarters in a slow 3'],
    ...{ daysAWeek: 3, takesADay: 1 },
    pause: [58, 16],
    plays: (along) => ({
      tempoPercent: between(-0.9, -0.2, along),
      clockSdMs: along > 0.8 ? 10 : between(12, 8, along),
      ...{ handSdMs: 6, correction: 0.4, offsetMs: -6, missChance: 0.006 },
    }),
  },
  {
    name: 'Imke Rosal',
    instrument: 'cello',
    profile: { groups: ['Thursday circle'], mark: 'seam' },
    path: 'Gaps',
    beside: ['Every second, every fourth bar', 'The slow click moves', 'Come in at the repeat'],
    ...{ daysAWeek: 3, takesADay: 1 },
    plays: (along) => ({
      tempoPercent: between(0.5, 0, along),
      clockSdMs: between(8, 4, along),
      ...{ handSdMs: 5, correction: 0.45, offsetMs: -8, missChance: 0 },
    }),
  },
  {
    // Began six weeks ago.
    name: 'Caspar Dunn',
    instrument: 'flute',
    profile: { level: 'beginner', counts: 'and', mark: 'grain' },
    path: 'Beginners’ road',
    beside: [],
    ...{ daysAWeek: 3, takesADay: 1 },
    level: 'beginner',
    pause: [90, 42],
    plays: (along) => ({
      tempoPercent: between(1.6, 0.5, along),
      clockSdMs: between(26, 12, along),
      ...{
        handSdMs: between(16, 10, along),
        correction: 0.4,
        offsetMs: -14,
        missChance: between(0.05, 0.01, along),
      },
    }),
  },
];
