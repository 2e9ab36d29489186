import fc from 'fast-check';
import { chance } from '../players/index.ts';
import { trials } from '../testing/long.ts';
import { type FreeHit, downbeatOf, findBeat, tempoCurve, trackBeats } from './index.ts';

interface Player {
  beats?: number;
  bpm?: number;
  /** Tempo at the end over that at the beginning. */
  grows?: number;
  /** Of the beat. */
  clock?: number;
  hand?: number;
  missed?: number;
  extra?: number;
  eighths?: number;
}

/** A seeded player without a click: clock and hand, beats missed, notes between; and where the beats were. */
function played(seed: number, player: Player = {}) {
  const {
    beats = 96,
    bpm = 100,
    grows = 1,
    clock = 0.015,
    hand = 0.01,
    missed = 0,
    extra = 0,
    eighths = 0,
  } = player;
  const random = chance(seed);
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const beatS: number[] = [];
  const hits: FreeHit[] = [];
  let at = 1;
  for (let i = 0; i < beats; i++) {
    const period = 60 / (bpm * grows ** (i / (beats - 1)));
    const struckS = at + hand * period * normal();
    beatS.push(struckS);
    if (random() >= missed) hits.push({ timeS: struckS, strength: i % 4 === 0 ? 0.9 : 0.5 });
    if (random() < eighths) hits.push({ timeS: at + period * (0.5 + hand * normal()), strength: 0.35 });
    if (random() < extra) hits.push({ timeS: at + period * random(), strength: 0.4 });
    at += period * (1 + clock * normal());
  }
  hits.sort((a, b) => a.timeS - b.timeS);
  return { hits, beatS };
}

/** Share of the true beats that were found within 5 % of a beat, and how many were made up. */
function foundShare(found: readonly number[], truth: readonly number[]) {
  const near = 0.05 * 0.6;
  const right = truth.filter((time) => found.some((other) => Math.abs(other - time) < near)).length;
  return { found: right / truth.length, made: found.length - right };
}

const timesOf = (stretches: ReturnType<typeof trackBeats>) => stretches.flat().map(({ timeS }) => timeS);

describe('beats among hits', () => {
  const cases: [string, Player][] = [
    ['every beat struck', {}],
    ['one in ten missed, one in ten too much', { missed: 0.1, extra: 0.1 }],
    ['with eighths between', { eighths: 0.6, missed: 0.05 }],
    ['20 % faster at the end', { grows: 1.2, eighths: 0.3 }],
    ['30 % slower at the end', { grows: 0.7, missed: 0.05 }],
  ];
  it.each(cases)('%s: at least 97 % of them', (_, player) => {
    for (let seed = 1; seed <= 12; seed++) {
      const { hits, beatS } = played(seed, player);
      // Named roughly: 8 % beside it.
      const { found, made } = foundShare(timesOf(trackBeats(hits, 0.65)), beatS);
      expect(found).toBeGreaterThanOrEqual(player.missed ? 0.93 : 0.97);
      expect(made).toBeLessThanOrEqual(3 + 96 * (player.missed ?? 0));
    }
  });

  it('a rest longer than eight beats begins anew', () => {
    const first = played(1, { beats: 20 }).hits;
    const second = played(2, { beats: 20 }).hits.map((hit) => ({ ...hit, timeS: hit.timeS + 30 }));
    expect(trackBeats([...first, ...second], 0.6).map(({ length }) => length)).toEqual([20, 20]);
  });

  it('nothing, one hit, hits at one moment: no error, and nothing made up', () => {
    expect(trackBeats([], 0.5)).toEqual([]);
    expect(trackBeats([{ timeS: 1 }], 0.5)).toEqual([[{ timeS: 1, hit: 0 }]]);
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 60, noNaN: true }), { maxLength: 60 }), (times) => {
        const hits = times.sort((a, b) => a - b).map((timeS) => ({ timeS }));
        const beats = trackBeats(hits, 0.5).flat();
        for (let i = 1; i < beats.length; i++) expect(beats[i].timeS).toBeGreaterThan(beats[i - 1].timeS);
        for (const { timeS, hit } of beats) if (hit !== null) expect(timeS).toBe(hits[hit].timeS);
      }),
    );
  });
});

describe('the beat itself', () => {
  it.each([60, 76, 100, 132])('is found within 5 %% at %i, rests and extra notes or not', (bpm) => {
    for (let seed = 1; seed <= 6; seed++) {
      const { hits } = played(seed, { bpm, missed: 0.1, extra: 0.05 });
      expect(60 / findBeat(hits)! / bpm).toBeCloseTo(1, 1);
    }
  });
  it('is not claimed of three hits', () => {
    expect(findBeat([{ timeS: 1 }, { timeS: 2 }, { timeS: 3 }])).toBeNull();
  });
});

describe('the tempo curve', () => {
  const runs = trials(240);
  const covers = (of: (seed: number) => { ci95: readonly [number, number]; truth: number }) => {
    let inside = 0;
    for (let seed = 1; seed <= runs; seed++) {
      const { ci95, truth } = of(seed);
      if (ci95[0] <= truth && truth <= ci95[1]) inside++;
    }
    return inside / runs;
  };

  it('the interval of the tempo covers it as it says, and lies around it', () => {
    const share = covers((seed) => ({ ci95: tempoCurve(played(seed).hits, 0.65).tempo!.ci95, truth: 100 }));
    expect(share).toBeGreaterThanOrEqual(0.88);
  });

  it('so does that of the drift: 10 % faster over a minute, and none at all', () => {
    const growing = { beats: 106, grows: 1.1 };
    const truth = (seed: number) => {
      const { beatS } = played(seed, growing);
      return (100 * Math.log(1.1)) / ((beatS.at(-1)! - beatS[0]) / 60);
    };
    expect(
      covers((seed) => ({ ci95: tempoCurve(played(seed, growing).hits, 0.6).ci95!, truth: truth(seed) })),
    ).toBeGreaterThanOrEqual(0.88);
    expect(
      covers((seed) => ({ ci95: tempoCurve(played(seed).hits, 0.6).ci95!, truth: 0 })),
    ).toBeGreaterThanOrEqual(0.88);
  });

  it('who speeds up is told so; who is even is hardly ever told of it', () => {
    const verdicts = (player: Player) =>
      Array.from({ length: runs }, (_, i) => tempoCurve(played(i + 1, player).hits, 0.6).verdict);
    const told = verdicts({ beats: 160, grows: 1.15 });
    expect(told.filter((verdict) => verdict === 'speeding up').length).toBeGreaterThan(0.9 * runs);
    expect(verdicts({ beats: 160, grows: 0.87 }).filter((v) => v === 'slowing down').length).toBeGreaterThan(
      0.9 * runs,
    );
    const even = verdicts({ beats: 160 });
    expect(even.filter((v) => v === 'speeding up' || v === 'slowing down').length).toBeLessThan(0.08 * runs);
  });

  it('a jump from 100 to 106 in the middle is named where it was, and how much it was', () => {
    for (let seed = 1; seed <= 8; seed++) {
      const first = played(seed, { beats: 64, clock: 0.01 }).hits;
      const endS = first.at(-1)!.timeS;
      const second = played(seed + 50, { beats: 64, bpm: 106, clock: 0.01 }).hits;
      const hits = [...first, ...second.map((hit) => ({ ...hit, timeS: hit.timeS - 1 + endS + 60 / 106 }))];
      const { changes } = tempoCurve(hits, 0.6);
      expect(changes.length).toBeGreaterThan(0);
      const largest = changes.toSorted((a, b) => Math.abs(b.percent) - Math.abs(a.percent))[0];
      expect(largest.percent).toBeGreaterThan(3);
      expect(largest.percent).toBeLessThan(9);
      expect(largest.fromS).toBeLessThan(endS + 8);
      expect(largest.toS).toBeGreaterThan(endS - 8);
    }
  });

  it('clock and hand are told apart', () => {
    const of = (player: Player) => tempoCurve(played(3, { beats: 400, ...player }).hits, 0.6).steadiness!;
    // Parts of a beat of 600 ms.
    expect(of({ clock: 0.03, hand: 0.005 }).clockSdMs).toBeGreaterThan(13);
    expect(of({ clock: 0.03, hand: 0.005 }).motorSdMs).toBeLessThan(7);
    expect(of({ clock: 0.005, hand: 0.03 }).motorSdMs).toBeGreaterThan(13);
  });

  it('few beats: a curve as far as there is one, and nothing said of the whole', () => {
    const curve = tempoCurve(played(1, { beats: 5 }).hits, 0.6);
    expect(curve.beats).toHaveLength(5);
    expect(curve).toMatchObject({
      tempo: null,
      driftPercentPerMinute: null,
      verdict: 'unclear',
      changes: [],
    });
    expect(tempoCurve([], 0.6).beats).toEqual([]);
  });
});

it('the downbeat is where the strong strokes are; without any the first beat', () => {
  const beats = Array.from({ length: 24 }, (_, hit) => ({ hit }));
  const hits = (strong: number | null) =>
    beats.map((_, i) => ({ timeS: i, strength: i % 4 === strong ? 1 : 0.5 }));
  expect([0, 1, 2, 3, null].map((place) => downbeatOf(beats, hits(place), 4))).toEqual([0, 1, 2, 3, 0]);
});
