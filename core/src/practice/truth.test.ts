/**
 * The twenty families, each with a player whose one fault is known: the reading must name that fault first. Faults are what teachers
 * look for in each family (common practice, no source).
 */
import { type Target, type Timeline, beatSeconds, compile } from '../plan/index.ts';
import { type PlayerTraits, STEADY_PLAYER, simulate } from '../players/index.ts';
import { type Finding, type Hit, measure } from '../timing/index.ts';
import { ALL_READY_PLANS, FAMILIES } from './index.ts';

const PLAYER: PlayerTraits = { ...STEADY_PLAYER, offsetMs: 0 };

type Fault = (timeline: Timeline, seed: number) => Hit[];

const traits =
  (change: Partial<PlayerTraits>): Fault =>
  (timeline, seed) =>
    simulate(timeline, { ...PLAYER, ...change }, seed);

/** A steady player, some of whose notes lie elsewhere, in ms. */
const aside =
  (ms: (target: Target, timeline: Timeline) => number): Fault =>
  (timeline, seed) => {
    const targets = timeline.targets.map((target) => ({
      ...target,
      timeS: target.timeS + ms(target, timeline) / 1000,
    }));
    return simulate({ ...timeline, targets }, PLAYER, seed);
  };

/** His beat lies so many beats later from one bar to another, and he steers by the click from there. */
const turned = (beats: number, fromBar: number, toBar: number): Fault =>
  aside(({ bar }, { bars }) => {
    const { number } = bars[bar];
    return number >= fromBar && number <= toBar ? 1000 * beats * beatSeconds(bars[bar]) : 0;
  });

const inSection = (name: RegExp) => (target: Target, timeline: Timeline) =>
  name.test(timeline.sections[timeline.bars[target.bar].section].name ?? '');
const onBeat = (...beats: number[]) => {
  const places = new Set(beats.map((beat) => (beat - 1) / 4));
  return ({ position }: Target) => places.has(position.valueOf());
};

const ROWS: [family: number, plan: string, who: string, fault: Fault, first: Partial<Finding>][] = [
  [1, 'Every beat', 'misses every fifth note', traits({ missChance: 0.2 }), { code: 'wrong notes' }],
  [
    1,
    'One, two, three, four',
    '1.5 % fast where only one is said',
    traits({ tempoPercent: 1.5 }),
    { code: 'alone', verdict: 'rushing' },
  ],
  [
    2,
    'Halves and rests',
    'lets go far too soon',
    (timeline, seed) =>
      simulate(timeline, PLAYER, seed).map((hit) => ({ ...hit, lengthS: 0.5 * (hit.lengthS ?? 0) })),
    { code: 'lengths', ratio: expect.closeTo(0.465, 1) as number },
  ],
  [
    3,
    'Two minutes, every beat',
    'lies 40 ms behind it all the time',
    traits({ offsetMs: 40 }),
    { code: 'with the click', meanMs: expect.closeTo(40, -1) as number },
  ],
  [
    4,
    'Come in at the repeat',
    'needs six beats to find it',
    aside(({ bar }, { bars }) => (bars[bar].number < 6 ? 110 : 0)),
    { code: 'entry', kind: 'joined', beats: 4 },
  ],
  [
    5,
    'Backbeat click',
    'plays the downbeats 40 ms early',
    aside((target) => (onBeat(1, 3)(target) ? -40 : 0)),
    { code: 'between the clicks', aside: true, at: ['0', '1/2'] },
  ],
  [
    6,
    'One click a bar',
    'hurries 1.2 %',
    traits({ tempoPercent: 1.2 }),
    { code: 'alone', verdict: 'rushing' },
  ],
  [
    6,
    'Only on the “and” of 3',
    'takes the click for a beat from bar 5 on',
    turned(0.5, 5, 16),
    { code: 'turned round', sure: true },
  ],
  [
    7,
    'Off the beat and back',
    'turns round onto the off-beat',
    turned(0.5, 5, 12),
    { code: 'turned round', beats: 0.5, sure: true },
  ],
  [
    8,
    'Dotted quarters in a slow 3',
    'plays 2 and 3 late',
    aside(({ position }) => (position.valueOf() > 0 ? 45 : 0)),
    { code: 'between the clicks', aside: true },
  ],
  [
    9,
    'The shifted groove',
    'goes with the drums where they are an eighth late',
    turned(0.5, 5, 12),
    { code: 'turned round', sure: true },
  ],
  [
    10,
    'Thinning and back',
    'drags 3 % when there is little left',
    traits({ tempoPercent: -3 }),
    { code: 'alone', verdict: 'dragging' },
  ],
  [
    11,
    'Every second, every fourth bar',
    'hurries 1 %',
    traits({ tempoPercent: 1 }),
    { code: 'alone', verdict: 'rushing' },
  ],
  [
    12,
    'Every seventh beat',
    'hurries 1 %',
    traits({ tempoPercent: 1 }),
    { code: 'alone', verdict: 'rushing' },
  ],
  [
    13,
    'Growing silence',
    'is steady',
    traits({ clockSdMs: 4, handSdMs: 3 }),
    { code: 'alone', verdict: 'steady' },
  ],
  [
    13,
    'Growing silence',
    'hurries 1.5 %',
    traits({ tempoPercent: 1.5 }),
    { code: 'alone', verdict: 'rushing' },
  ],
  [
    14,
    'Stop time',
    'comes back 45 ms late',
    aside((target, timeline) => (onBeat(1)(target) && afterStop(target, timeline) ? 45 : 0)),
    { code: 're-entry', times: 5 },
  ],
  [
    14,
    'Stop time with a fill',
    'comes back 45 ms early',
    aside((target, timeline) => (onBeat(1)(target) && afterStop(target, timeline) ? -45 : 0)),
    { code: 're-entry', times: 5 },
  ],
  [
    15,
    'The slow click moves',
    'hurries 1.5 %',
    traits({ tempoPercent: 1.5 }),
    { code: 'alone', verdict: 'rushing' },
  ],
  [
    15,
    'The slow click moves',
    'never finds the click where it moved first',
    (timeline, seed) => {
      const wandering = (target: Target) => (inSection(/beat 3/)(target, timeline) ? 1 : 0);
      let note = 0;
      return aside((target) => wandering(target) * (note++ % 2 ? 120 : -120))(timeline, seed);
    },
    { code: 'entry', kind: 'moved', beats: null },
  ],
  [
    16,
    'Half, double, and back',
    'is 45 ms early all through double time',
    aside((target, timeline) => (inSection(/double/)(target, timeline) ? -45 : 0)),
    { code: 'section aside', name: 'double time' },
  ],
  [17, 'Fives over quarters', 'drops notes', traits({ missChance: 0.18 }), { code: 'wrong notes' }],
  [
    18,
    'Hand and foot',
    'has the foot 25 ms behind',
    aside(({ voice }) => (voice === 'foot' ? 25 : 0)),
    { code: 'limbs', leads: 'hand' },
  ],
  [19, 'A slow six in eighths', 'leaves notes out', traits({ missChance: 0.18 }), { code: 'wrong notes' }],
  [
    20,
    'Beside a recording',
    'drags 0.7 % against the click, steadily',
    traits({ tempoPercent: -0.7, clockSdMs: 3, handSdMs: 3 }),
    { code: 'alone', verdict: 'dragging' },
  ],
];

function afterStop({ bar }: Target, { bars, sections }: Timeline): boolean {
  const { section } = bars[bar];
  return section > 0 && /^stop/.test(sections[section - 1].name ?? '');
}

it('every family has its row', () => {
  expect(new Set(ROWS.map(([family]) => family))).toEqual(new Set(FAMILIES.map(({ number }) => number)));
});

it.each(ROWS)('family %d, %s: a player who %s', (number, title, _, fault, first) => {
  const { plan } = ALL_READY_PLANS.find((ready) => ready.plan.title === title)!;
  expect(FAMILIES[number - 1].plans.some((ready) => ready.plan === plan)).toBe(true);
  const timeline = compile(plan);
  expect(measure(timeline, fault(timeline, 11 + number)).findings[0]).toMatchObject(first);
});
