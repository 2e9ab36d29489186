/**
 * Re-hearing a click: one click speed that is never changed, heard in many places of the bar. A placement says where in
 * which meter the click falls; the felt tempo follows from the click's speed. Common practice, no source.
 */
import { Fraction, type Meter, type Tempo, barLength, exactSecondsOf } from '../time/index.ts';

export const PLACEMENT_GROUPS = ['in every beat', 'across the beats', 'one a bar'] as const;

export interface Placement {
  /** Names it for good; also in addresses and plan ids. */
  key: string;
  name: string;
  group: (typeof PLACEMENT_GROUPS)[number];
  meter: Meter;
  /** From one click to the next, and from a downbeat to the first click; fractions of a whole note. */
  every: Fraction;
  from: Fraction;
  /** After so many bars the clicks come back to where they began; 1 where all bars are alike. */
  bars: number;
}

const QUARTER = new Fraction(1, 4);
const meter = (beats: number): Meter => ({ beats, unit: QUARTER });

function placement(
  key: string,
  name: string,
  group: Placement['group'],
  beats: number,
  every: string,
  from: string,
): Placement {
  const of = meter(beats);
  const apart = new Fraction(every);
  return { key, name, group, meter: of, every: apart, from: new Fraction(from), bars: cycleBars(of, apart) };
}

/** How many bars it takes until a click falls again where the first one fell: the least common multiple of both lengths. */
function cycleBars(of: Meter, every: Fraction): number {
  const bar = barLength(of);
  return bar.lcm(every).div(bar).valueOf();
}

const IN_EVERY_BEAT: readonly Placement[] = [
  placement('beat', 'on the beat', 'in every beat', 4, '1/4', '0'),
  placement('off-beat', 'off-beat eighths', 'in every beat', 4, '1/4', '1/8'),
  placement('last-sixteenth', 'last sixteenth of each beat', 'in every beat', 4, '1/4', '3/16'),
  placement('second-triplet', 'second triplet partial', 'in every beat', 4, '1/4', '1/12'),
  placement('third-triplet', 'third triplet partial', 'in every beat', 4, '1/4', '1/6'),
];

/** Dotted quarters begin on any sixteenth, quarter triplets on any sixteenth triplet: then they come round again. */
export const SHIFTS = {
  dotted: { steps: 6, of: '1/16', one: 'a sixteenth', some: 'sixteenths' },
  triplet: { steps: 4, of: '1/24', one: 'a sixteenth triplet', some: 'sixteenth triplets' },
} as const;
export type Shifted = keyof typeof SHIFTS;

/** The oldest ones have keys of their own, which old addresses and takes name. */
const NAMED: Readonly<Record<string, string>> = {
  'dotted-3-0': 'dotted-in-3',
  'dotted-6-0': 'dotted-in-6',
  'triplet-4-0': 'quarter-triplet',
  'triplet-4-2': 'quarter-triplet-offset',
};

function acrossAt(kind: Shifted, beats: number, shift: number): Placement {
  const { of, one, some } = SHIFTS[kind];
  const own = `${kind}-${beats}-${shift}`;
  const from = new Fraction(of).mul(shift);
  const base = kind === 'dotted' ? `dotted quarters in ${beats}` : 'quarter triplets';
  const later =
    kind === 'triplet' && shift === 2 ? 'an eighth triplet' : shift === 1 ? one : `${WORDS[shift]} ${some}`;
  const name = shift === 0 ? base : `${base}, ${later} later`;
  const every = kind === 'dotted' ? '3/8' : '1/6';
  return placement(NAMED[own] ?? own, name, 'across the beats', beats, every, from.toFraction());
}
const WORDS = ['no', 'one', 'two', 'three', 'four', 'five'];

/** Dotted quarters in bars of 3, 6 and 4 (there they come round after three bars), and quarter triplets, so many steps later. */
export function acrossPlacements({ dotted, triplet }: Record<Shifted, number>): Placement[] {
  return [...[3, 6, 4].map((beats) => acrossAt('dotted', beats, dotted)), acrossAt('triplet', 4, triplet)];
}

const BACKBEAT = placement('backbeat', 'beats 2 and 4', 'across the beats', 4, '1/2', '1/4');

/** At every offset. */
const SHIFTED: readonly Placement[] = [
  ...[3, 6, 4].flatMap((beats) =>
    Array.from({ length: SHIFTS.dotted.steps }, (_, shift) => acrossAt('dotted', beats, shift)),
  ),
  ...Array.from({ length: SHIFTS.triplet.steps }, (_, shift) => acrossAt('triplet', 4, shift)),
];
const ACROSS_THE_BEATS: readonly Placement[] = [
  BACKBEAT,
  ...[acrossAt('dotted', 3, 0), acrossAt('dotted', 6, 0), acrossAt('dotted', 4, 0)],
  ...[acrossAt('triplet', 4, 0), acrossAt('triplet', 4, 2)],
];

/** Where the felt beat comes slower than this many times a minute, it is called slow (common practice, no source). */
const SLOW_BELOW = 80;

/** "dotted quarters in a slow 3": slow is what is felt slow, whatever the click does. */
export function placementName({ name, meter: of }: Placement, felt: Tempo): string {
  const isSlow = felt.bpm.valueOf() < SLOW_BELOW;
  return isSlow ? name.replace(`in ${of.beats}`, `in a slow ${of.beats}`) : name;
}

/** Where in its beat a click that comes once a bar may fall. */
export const PARTS = [
  { key: 'beat', name: 'the beat itself', offset: '0' },
  { key: 'and', name: 'the “and”', offset: '1/2' },
  { key: 'e', name: 'the “e”', offset: '1/4' },
  { key: 'a', name: 'the “a”', offset: '3/4' },
  { key: 'trip', name: 'the second triplet', offset: '1/3' },
  { key: 'let', name: 'the third triplet', offset: '2/3' },
] as const;

export type PartKey = (typeof PARTS)[number]['key'];

export const BEATS_IN_BAR = { min: 2, max: 12 } as const;

/**
 * One click a bar, on a part of beat `k` of `n`.
 * @throws RangeError when there is no such bar or beat.
 */
export function onceABar(n: number, k: number, part: PartKey = 'beat'): Placement {
  const { min, max } = BEATS_IN_BAR;
  if (!Number.isInteger(n) || n < min || n > max)
    throw new RangeError(`a bar here has ${min} to ${max} beats`);
  if (!Number.isInteger(k) || k < 1 || k > n) throw new RangeError(`a bar of ${n} has the beats 1 to ${n}`);
  const { name, offset } = PARTS.find(({ key }) => key === part)!;
  const where = part === 'beat' ? `beat ${k}` : `${name} of ${k}`;
  return {
    key: `bar-${n}-${k}-${part}`,
    name: `${where} in ${n}`,
    group: 'one a bar',
    meter: meter(n),
    every: QUARTER.mul(n),
    from: QUARTER.mul(new Fraction(offset).add(k - 1)),
    bars: 1,
  };
}

/** All of them: in every beat, across the beats at every offset, and one click a bar in bars of 2 to 12 on every part of every beat. */
export function everyPlacement(): Placement[] {
  const parts = PARTS.map(({ key }) => key);
  const inBars = placements(BEATS_IN_BAR.max, parts).filter(({ group }) => group === 'one a bar');
  return [...IN_EVERY_BEAT, BACKBEAT, ...SHIFTED, ...inBars];
}

/** The usual placements that do not depend on a choice of bar, then one click a bar on every beat of 2 to `most`, by parts. */
export function placements(most = 4, parts: readonly PartKey[] = ['beat']): Placement[] {
  const bars: Placement[] = [];
  for (let n = BEATS_IN_BAR.min; n <= most; n++)
    for (let k = 1; k <= n; k++) for (const part of parts) bars.push(onceABar(n, k, part));
  return [...IN_EVERY_BEAT, ...ACROSS_THE_BEATS, ...bars];
}

/** The placement of a key, or null for a key that names none. */
export function placementOf(key: string): Placement | null {
  const bar = /^bar-(\d{1,2})-(\d{1,2})-([a-z]+)$/.exec(key);
  if (!bar) return [...IN_EVERY_BEAT, BACKBEAT, ...SHIFTED].find((p) => p.key === key) ?? null;
  const part = PARTS.find((p) => p.key === bar[3]);
  const [n, k] = [Number(bar[1]), Number(bar[2])];
  const known = part && n >= BEATS_IN_BAR.min && n <= BEATS_IN_BAR.max && k >= 1 && k <= n;
  return known ? onceABar(n, k, part.key) : null;
}

/** The tempo that is felt when clicks come `clickRate` a minute, said in the beat of the meter. */
export function feltTempo({ meter: { unit }, every }: Placement, clickRate: Fraction): Tempo {
  return { bpm: clickRate.mul(every).div(unit), beat: unit };
}

/** The click's speed that makes a placement feel like this tempo. */
export function clickRateFor({ every }: Placement, felt: Tempo): Fraction {
  return felt.bpm.mul(felt.beat).div(every);
}

/** Positions of the clicks in their cycle (one bar, for most), in order. */
export function clicksInCycle({ meter: of, every, from, bars }: Placement): Fraction[] {
  const positions: Fraction[] = [];
  for (let at = from.mod(every); at.lt(barLength(of).mul(bars)); at = at.add(every)) positions.push(at);
  return positions;
}

/** All of a cycle, in whole notes. */
export const cycleLength = ({ meter: of, bars }: Placement): Fraction => barLength(of).mul(bars);

/** Seconds from the last click of the cycle to the downbeat on which it begins again: all of it when the only click is on the downbeat. */
export function secondsToDownbeat(of: Placement, clickRate: Fraction): Fraction {
  const last = clicksInCycle(of).at(-1)!;
  return exactSecondsOf(cycleLength(of).sub(last), feltTempo(of, clickRate));
}
