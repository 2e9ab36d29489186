/** Where one can go, grouped by what people do there. */
export interface Place {
  to: string;
  name: string;
  /** What lies below it in the address belongs to it too. */
  holds?: string[];
  /** For whoever teaches: out of sight where the studio was opened as one player. */
  teacher?: true;
}

export const GROUPS: { name: string; places: Place[] }[] = [
  {
    name: 'Play',
    places: [
      { to: '/', name: 'Bench' },
      { to: '/plans', name: 'Plans', holds: ['/plans/'] },
      { to: '/sheets', name: 'Count sheets', holds: ['/sheets/'] },
      { to: '/paths', name: 'Paths', holds: ['/paths/'] },
      { to: '/planner', name: 'Planner', holds: ['/planner/'] },
      { to: '/circle', name: 'Circle', holds: ['/circle/'], teacher: true },
    ],
  },
  {
    name: 'Work out',
    places: [
      { to: '/desk', name: 'Tempo desk', holds: ['/desk/'] },
      { to: '/rehear', name: 'Re-hear' },
    ],
  },
  {
    name: 'Look back',
    places: [
      { to: '/log', name: 'Log', holds: ['/takes/', '/bin', '/hold', '/trends', '/out-and-in'] },
      { to: '/recordings', name: 'Recordings', holds: ['/recordings/'] },
    ],
  },
  { name: 'People', places: [{ to: '/studio', name: 'Studio', holds: ['/studio/'], teacher: true }] },
];

export const SOUND_AND_INPUTS: Place = { to: '/rig', name: 'Sound and inputs' };

/** Tabs, for whoever looks for them by name. */
export const UNDER_THE_STUDIO: Place[] = [
  { to: '/studio/players', name: 'Players', teacher: true },
  { to: '/studio/work', name: 'Given work', teacher: true },
];

export const UNDER_THE_LOG: Place[] = [
  { to: '/trends', name: 'Trends' },
  { to: '/hold', name: 'How long alone' },
  { to: '/out-and-in', name: 'Everything out and in', teacher: true },
  { to: '/bin', name: 'Bin', teacher: true },
];

/** On a phone these stand in the bar; the rest is one step further. */
export const IN_THE_BAR = ['/', '/plans', '/desk', '/log'];

export const ALL_PLACES: Place[] = [...GROUPS.flatMap(({ places }) => places), SOUND_AND_INPUTS];

export const isAt = ({ to, holds = [] }: Place, pathname: string): boolean =>
  pathname === to || holds.some((below) => pathname.startsWith(below));

/** Those that somebody may go to. @param viewer as whom the studio was opened; null for the teacher. */
export const openTo = (places: readonly Place[], viewer: string | null): Place[] =>
  places.filter(({ teacher }) => viewer === null || !teacher);
