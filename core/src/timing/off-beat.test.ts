/** Clicks that fall between the notes, and lines that swing: what is read there is as true as on the beat. */
import { type Plan, compile } from '../plan/index.ts';
import { type PlayerTraits, STEADY_PLAYER, simulate } from '../players/index.ts';
import { placementPlan } from '../practice/index.ts';
import { PARTS, placements } from '../reference/index.ts';
import { tempo } from '../time/index.ts';
import { atLeast, atMost, trials } from '../testing/long.ts';
import { plan } from '../testing/plans.ts';
import { measure } from './index.ts';

const PLAYER: PlayerTraits = { ...STEADY_PLAYER, clockSdMs: 10, handSdMs: 5 };
const DRIFTS = [-1.2, 0, 1.2];

/** No two takes are of one seed: takes alike would be counted as many and be few. */
let seeds = 0;

function take(document: Plan, traits: Partial<PlayerTraits>, seed = ++seeds) {
  const timeline = compile(document);
  return measure(timeline, simulate(timeline, { ...PLAYER, ...traits }, seed));
}

/** Counts over many takes: how often the interval holds the truth, what the mean is off by, how many steady players are accused. */
function tally() {
  const of = { n: 0, open: 0, covered: 0, off: 0, steady: 0, accused: 0 };
  return {
    ...of,
    add({ drift }: ReturnType<typeof take>, truth: number) {
      if (!drift.ci95) {
        // So far aside that it may be another beat: then nothing is claimed.
        this.open++;
        return;
      }
      const [low, high] = drift.ci95;
      this.n++;
      if (low <= truth && truth <= high) this.covered++;
      this.off += drift.tempoPercent! - truth;
      if (truth !== 0) return;
      this.steady++;
      if (drift.verdict === 'rushing' || drift.verdict === 'dragging') this.accused++;
    },
    expectHonest() {
      expect(this.open).toBeLessThanOrEqual(atMost(this.n, 0.03));
      expect(this.covered).toBeGreaterThanOrEqual(atLeast(this.n, 0.95));
      expect(Math.abs(this.off / this.n)).toBeLessThan(0.2);
      expect(this.accused).toBeLessThanOrEqual(atMost(this.steady, 0.05));
    },
  };
}

// How soon people answer a click between two strokes: from memory, Repp 2005, Psychon. Bull. Rev. 12, 969–992.
describe.each(['at once', 'a stroke later'] as const)('a player who answers a click %s', (corrects) => {
  const oneABar = placements(
    4,
    PARTS.map(({ key }) => key),
  ).filter(({ group, meter }) => group === 'one a bar' && meter.beats > 2);

  it(`on ${oneABar.length} places of the bar: intervals cover 95 %, no bias, and hardly a steady player accused`, () => {
    const all = tally();
    for (const placement of oneABar)
      for (const tempoPercent of DRIFTS)
        for (let n = 0; n < trials(8); n++)
          all.add(take(placementPlan(placement, tempo(96, '1/4')), { corrects, tempoPercent }), tempoPercent);
    all.expectHonest();
  });

  it('every other bar on the last triplet of 4, and eighths under one click on the “a” of 2', () => {
    const all = tally();
    for (const change of [
      { bars: 24, clicks: [{ every: '2', from: '11/12' }] },
      { bars: 16, clicks: [{ at: ['7/16'] }], play: [{ every: '1/8' }] },
    ])
      for (const tempoPercent of DRIFTS)
        for (let n = 0; n < trials(80); n++)
          all.add(take(plan(change), { corrects, tempoPercent }), tempoPercent);
    all.expectHonest();
  });

  it('swinging 1.2 to 3 : 1 where 2 : 1 is asked is no drift, on and off the click', () => {
    const all = tally();
    for (const swing of [1.2, 1.5, 1.8, 2.4, 3])
      for (const at of ['3/8', '5/12'])
        for (const tempoPercent of [0, 1.2])
          for (let n = 0; n < trials(24); n++) {
            const change = {
              bars: 16,
              tempo: { bpm: 120, beat: '1/4' },
              clicks: [{ at: [at] }],
              play: [{ every: '1/8', swing: { of: '1/8', ratio: 2 } }],
            };
            all.add(take(plan(change), { corrects, swing, tempoPercent }), tempoPercent);
          }
    all.expectHonest();
  });
});

describe('the error at a click between two notes', () => {
  const EXACT = { ...PLAYER, clockSdMs: 0, handSdMs: 0, offsetMs: 0, correction: 0 };

  it('is what the last note before it had, carried forward by the drift: 1 % fast from the first note, without correction', () => {
    const document = plan({ bars: 4, tempo: { bpm: 100, beat: '1/4' }, clicks: [{ at: ['11/12'] }] });
    const { gaps } = take(document, { ...EXACT, tempoPercent: 1 }, 1);
    // Beats from the first note to each click that ends a gap: 7 2/3, 11 2/3; 600 ms × 0.01/1.01 a beat.
    const at = (beats: number) => expect.closeTo((-600 * beats * 0.01) / 1.01, 6);
    const bars = gaps.filter(({ returnErrorMs }) => returnErrorMs !== null);
    expect(bars.map(({ returnErrorMs, returns }) => [returnErrorMs, returns])).toEqual([
      [at(7 + 2 / 3), 1],
      [at(11 + 2 / 3), 1],
    ]);
  });

  it('is given for every return with notes around it, and a pooled row says how many it holds', () => {
    const document = plan({ bars: 20, clicks: [{ at: ['3/8'] }] });
    const { gaps } = take(document, {}, 4);
    expect(gaps.map(({ count, returns }) => [count, returns])).toEqual([[19, 19]]);
  });
});

it('a player who corrects 0.4 and misses three notes in ten: the interval holds the truth as often as it says', () => {
  const takes = trials(200);
  let covered = 0;
  let sum = 0;
  for (let n = 0; n < takes; n++) {
    const { correction } = take(plan({ bars: 48, silence: { sound: 2, silent: 2 } }), {
      correction: 0.4,
      missChance: 0.3,
    });
    const [low, high] = correction.ci95!;
    if (low <= 0.4 && 0.4 <= high) covered++;
    sum += correction.alpha!;
  }
  expect(covered).toBeGreaterThanOrEqual(atLeast(takes, 0.93));
  expect(Math.abs(sum / takes - 0.4)).toBeLessThan(0.06);
});

it('in a ramp from 60 to 120 each beat is its own beat, and swing is read there too', () => {
  const document = plan({
    bars: 8,
    tempo: { bpm: 60, toBpm: 120, beat: '1/4' },
    play: [{ every: '1/8', swing: { of: '1/8', ratio: 2 } }],
  });
  const { swing } = take(document, { clockSdMs: 0, handSdMs: 0, offsetMs: 0 }, 1);
  // The tempo rises inside each pair, so the long part is a little longer still.
  expect(swing.ratio).toBeGreaterThan(2);
  expect(swing.ratio).toBeLessThan(2.1);
});

it.each([
  [
    'eighths in 2/2',
    { meter: { beats: 2, unit: '1/2' }, play: [{ every: '1/8', swing: { of: '1/8', ratio: 2 } }] },
  ],
  ['sixteenths in 4/4', { play: [{ every: '1/16', swing: { of: '1/16', ratio: 2 } }] }],
  ['eighths in 4/4', { play: [{ every: '1/8', swing: { of: '1/8', ratio: 2 } }] }],
])('the swing of %s is read', (_, change) => {
  const { swing } = take(plan({ bars: 8, ...change }), { clockSdMs: 0, handSdMs: 0, swing: 1.7 }, 1);
  expect(swing.ratio).toBeCloseTo(1.7, 6);
});
