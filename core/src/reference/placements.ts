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
  return { key, name, group, meter: meter(beats), every: new Fraction(every), from: new Fraction(from) };
}

const IN_EVERY_BEAT: readonly Placement[] = [
  placement('beat', 'on the beat', 'in every beat', 4, '1/4', '0'),
  placement('off-beat', 'off-beat eighths', 'in every beat', 4, '1/4', '1/8'),
  placement('last-sixteenth', 'last sixteenth of each beat', 'in every beat', 4, '1/4', '3/16'),
  placement('second-triplet', 'second triplet partial', 'in every beat', 4, '1/4', '1/12'),
  placement('third-triplet', 'third triplet partial', 'in every beat', 4, '1/4', '1/6'),
];

const ACROSS_THE_BEATS: readonly Placement[] = [
  placement('backbeat', 'beats 2 and 4', 'across the beats', 4, '1/2', '1/4'),
  placement('dotted-in-3', 'dotted quarters in a slow 3', 'across the beats', 3, '3/8', '0'),
  placement('dotted-in-6', 'dotted quarters in a slow 6', 'across the beats', 6, '3/8', '0'),
  placement('quarter-triplet', 'quarter triplets', 'across the beats', 4, '1/6', '0'),
  placement(
    'quarter-triplet-offset',
    'quarter triplets, an eighth triplet later',
    'across the beats',
    4,
    '1/6',
    '1/12',
  ),
];

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
  };
}

/** All placements that do not depend on a choice of bar, then one click a bar on every beat of 2 to `most`, by parts. */
export function placements(most = 4, parts: readonly PartKey[] = ['beat']): Placement[] {
  const bars: Placement[] = [];
  for (let n = BEATS_IN_BAR.min; n <= most; n++)
    for (let k = 1; k <= n; k++) for (const part of parts) bars.push(onceABar(n, k, part));
  return [...IN_EVERY_BEAT, ...ACROSS_THE_BEATS, ...bars];
}

/** The placement of a key, or null for a key that names none. */
export function placementOf(key: string): Placement | null {
  const bar = /^bar-(\d{1,2})-(\d{1,2})-([a-z]+)$/.exec(key);
  if (!bar) return [...IN_EVERY_BEAT, ...ACROSS_THE_BEATS].find((p) => p.key === key) ?? null;
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

/** Positions of the clicks in the bar, in order. The placements are such that every bar is alike. */
export function clicksInBar({ meter: of, every, from }: Placement): Fraction[] {
  const positions: Fraction[] = [];
  for (let at = from; at.lt(barLength(of)); at = at.add(every)) positions.push(at);
  return positions;
}

/** Seconds from the last click of a bar to the next downbeat: a whole bar when the only click is on the downbeat. */
export function secondsToDownbeat(of: Placement, clickRate: Fraction): Fraction {
  const last = clicksInBar(of).at(-1)!;
  return exactSecondsOf(barLength(of.meter).sub(last), feltTempo(of, clickRate));
}
