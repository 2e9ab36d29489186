import { compile } from '../plan/index.ts';
import { plan } from '../testing/plans.ts';
import { measure } from './index.ts';

const FREE = compile(plan({ bars: 2, play: [{ free: '1/8' }] }));
// At quarter = 100 an eighth lasts 300 ms.
const hitsAt = (...times: number[]) => times.map((ms) => ({ timeS: ms / 1000 }));

describe('free playing on a grid', () => {
  it('every hit belongs to the nearest place, and nothing is missed', () => {
    const { counts, matches } = measure(FREE, hitsAt(10, 590, 905, 2390));
    expect(counts).toEqual({ targets: 4, matched: 4, missed: 0, extra: 0 });
    expect(matches.map(({ target, asynchronyMs }) => [target, Math.round(asynchronyMs)])).toEqual([
      [0, 10],
      [2, -10],
      [3, 5],
      [8, -10],
    ]);
  });

  it('of two hits at one place the nearer is taken, the other is left over', () => {
    const { counts, matches } = measure(FREE, hitsAt(540, 605, 660));
    expect(counts).toEqual({ targets: 1, matched: 1, missed: 0, extra: 2 });
    expect(Math.round(matches[0].asynchronyMs)).toBe(5);
  });

  it('silence is no mistake', () => {
    expect(measure(FREE, []).counts).toEqual({ targets: 0, matched: 0, missed: 0, extra: 0 });
  });

  it('beside a line that must be played, only that one can be missed', () => {
    const both = compile(
      plan({
        bars: 1,
        play: [
          { every: '1/4', voice: 'foot' },
          { free: '1/8', voice: 'hand' },
        ],
      }),
    );
    const hits = [
      { timeS: 0, voice: 'foot' },
      { timeS: 0.3, voice: 'hand' },
    ];
    expect(measure(both, hits).counts).toEqual({ targets: 5, matched: 2, missed: 3, extra: 0 });
  });
});
